"""What is shimmed, sprung, rubbed, pressed and wound up as a unit goes together."""
