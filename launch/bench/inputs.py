"""What each sum is asked when it is timed."""

from __future__ import annotations

from typing import Any

READ = {"teeth": 31, "readings": [{"value": 26.18}, {"kind": "span", "k": 4, "value": 8.61}]}
GEAR = {"teeth": 31, "module_mm": 0.8}
PAIR = {"first": {"teeth": 15, "module_mm": 0.8}, "second": {"teeth": 54, "module_mm": 0.8}}
ENTRY = {"line": "4x M3x10 button hex2 rear cover @under #A3 !spring behind ^dish out +blue after 3"}
COUNT = {"counted": [30, 31], "chord": {"pitches": 7, "chord_mm": 17.2, "over_tips_mm": 26.4}}
TRAIN = {"line": "12:60 | p12/18/48 | w1:40 | 14:48", "clicks": 20, "torque_nmm": 5}
REGEAR = {
    "pinion": 15, "spur": 54, "wheel_mm": 60, "new_wheel_mm": 72, "module_mm": 0.8,
    "pinions": "10-69", "spurs": "30-149",
    "plate": {"first_mm": 20, "pitch_mm": 0.4, "count": 60, "offset_mm": 4},
}  # fmt: skip
SUM_INPUTS: dict[str, dict[str, Any]] = {
    "gear": GEAR,
    "read": READ,
    "count": COUNT,
    "pair": PAIR,
    "entry": ENTRY,
    "train": TRAIN,
    "regear": REGEAR,
}
