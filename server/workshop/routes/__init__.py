"""Routes of the workshop: who is signed in, and its members."""
