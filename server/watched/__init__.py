"""The server seen from outside: metrics, a log of requests without contents, what was slow or failed."""
