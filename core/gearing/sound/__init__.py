"""What a recording of a turning unit tells: clicks, lines of teeth that meet, and before against after."""

from .clicks import LEAST_DB, ClickCount, count_clicks
from .compare import Loudness, loudness
from .lines import Line, Sidebands, beats_of, lines_of, sidebands_of
from .picture import SoundPicture, picture_of
from .recording import Recording, at_rate, read_wav, write_wav

__all__ = [
    "LEAST_DB",
    "ClickCount",
    "Line",
    "Loudness",
    "Recording",
    "Sidebands",
    "SoundPicture",
    "at_rate",
    "beats_of",
    "count_clicks",
    "lines_of",
    "loudness",
    "picture_of",
    "read_wav",
    "sidebands_of",
    "write_wav",
]
