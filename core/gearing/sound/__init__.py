"""What a recording of a turning unit tells: clicks, lines of teeth that meet, and before against after."""

from .clicks import LEAST_DB, ClickCount, count_clicks
from .compare import Loudness, loudness
from .lines import Line, beats_of, lines_of
from .recording import Recording, read_wav

__all__ = [
    "LEAST_DB",
    "ClickCount",
    "Line",
    "Loudness",
    "Recording",
    "beats_of",
    "count_clicks",
    "lines_of",
    "loudness",
    "read_wav",
]
