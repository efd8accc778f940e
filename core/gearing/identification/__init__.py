"""Which gear gave these readings: sizes weighed, teeth counted, wear judged, the next measurement named."""
