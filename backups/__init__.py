"""The record in one file, and back: dumps by MariaDB's own tools, photos, checksums.

Knows the database and the folders, nothing of Django or of how Dentado is
started, so that the start command and the server use the same.
"""
