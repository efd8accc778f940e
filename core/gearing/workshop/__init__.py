"""What a bench works with: kinds of unit, stages of a visit, consumables and schools."""
