"""What a bench knows already, brought in as tables: visits, pieces, measurements, what is to be ordered."""

from .record_list import RecordList, RecordRow, read_record_list

__all__ = ["RecordList", "RecordRow", "read_record_list"]
