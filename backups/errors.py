"""The one failure of this package."""


class BackupError(Exception):
    """A backup that cannot be made, read or put back; `hint` says what to do."""

    def __init__(self, problem: str, hint: str = "") -> None:
        super().__init__(problem)
        self.problem, self.hint = problem, hint
