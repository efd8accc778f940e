"""What is tried of Dentado."""

from hypothesis import settings

# A property is about what comes out, not how soon: machines that run it are busy, and the first call loads its data.
settings.register_profile("bench", deadline=None)
settings.load_profile("bench")
