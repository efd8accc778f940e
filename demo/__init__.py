"""The sample scenario: the loan bench of a lakeside club, all of it made up."""

DEMO_MEMBER = "robin"
DEMO_PASSWORD = "tooth-by-tooth"
