"""What the bench knows of a model: its rows and their versions, faults met, parts that fitted, minutes."""
