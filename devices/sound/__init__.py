"""Recordings of hidden faulty trains, with room noise. See ``docs/formats/sound.md``."""
