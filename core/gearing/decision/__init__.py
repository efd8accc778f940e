"""What is done about what failed: mended, replaced, and whether one gear serves in place of another."""
