"""The geometry of one gear, external or internal: radii, thicknesses, outlines; no measuring, no mate."""
