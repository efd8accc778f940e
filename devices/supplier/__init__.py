"""A supplier of gears and small parts that answers over the line, with all that goes wrong with one."""
