"""What goes in instead: whether one gear serves in place of another."""
