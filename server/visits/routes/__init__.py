"""Routes of the visits, by what is done: the visit, its row, inspection, photos, rebuild, guide."""
