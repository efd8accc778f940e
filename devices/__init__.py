"""Stand-ins for outside devices, each a small program of its own.

They share nothing with Dentado but their protocols, so that a real device can
take the place of any of them.
"""
