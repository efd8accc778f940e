"""What comes off: kinds of piece, the line that is typed, the order as a graph, the row seen otherwise."""
