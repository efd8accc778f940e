"""A bucket of a small S3-compatible server in this process, for tests of what is kept there."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

import boto3
from moto.server import ThreadedMotoServer

KEY, SECRET, BUCKET = "bench-key", "bench+secret/1", "photos"


@contextmanager
def bucket() -> Iterator[str]:
    """Its address, as DENTADO_FILES_URL has it."""
    server = ThreadedMotoServer(ip_address="127.0.0.1", port=0, verbose=False)
    server.start()
    host, port = server.get_host_and_port()
    try:
        boto3.client(
            "s3", endpoint_url=f"http://{host}:{port}", region_name="us-east-1",
            aws_access_key_id=KEY, aws_secret_access_key=SECRET,
        ).create_bucket(Bucket=BUCKET)  # fmt: skip
        yield f"s3+http://{KEY}:bench%2Bsecret%2F1@{host}:{port}/{BUCKET}"
    finally:
        server.stop()
