"""The visits at the Ferry Quay bench, as data.

Lines are quick entry, just as they would be said. Readings are what a
caliper gave for the gear named beside them, with the scatter of a hand.
"""

from __future__ import annotations

from dataclasses import dataclass

from .sounds import Turning

WORKSHOP = "Ferry Quay bench"
MEMBERS = {"robin": "Robin", "kit": "Kit", "sasha": "Sasha"}


@dataclass(frozen=True)
class StripLine:
    """One line of the strip and what became of the piece."""

    line: str
    verdict: str = ""
    finding: str = ""
    photo: bool = False
    teeth: int = 0
    tips: float = 0.0
    spans: tuple[tuple[int, float], ...] = ()
    mark: str = ""
    bore: float = 0.0
    width: float = 0.0
    rim: int = 0


@dataclass(frozen=True)
class Stay:
    """One visit."""

    unit: str
    kind: str
    model: str
    owner: str
    use: str
    complaint: str
    symptoms: tuple[str, ...]
    conditions: tuple[str, ...]
    stage: str
    waits: tuple[str, str] = ("me", "")
    strip: tuple[StripLine, ...] = ()
    built: int = 0
    checks: int = 0
    watch: str = ""
    guided: bool = False
    """Whether the row of the unit's visit before guides this one."""
    cause: str = ""
    offers: tuple[str, ...] = ()
    """What can be had, as it was jotted down."""
    decided: tuple[str, str, str] = ("", "", "")
    """What was decided: its key, its words, and why."""
    worth: tuple[str, float] = ("", 0.0)
    """What a new one costs, and the age of this one in years."""
    salvaged: str = ""
    """Where what was worth keeping went, of a unit that was written off."""
    sounds: tuple[Turning, ...] = ()
    """Recorded before the repair, and after it."""


SCENARIO = (
    Stay(
        "Dunlin 40", "reel", "low-profile casting reel", "Section B", "three seasons",
        "Line guide stops half way across and starts again by itself.",
        ("clicking", "slop"), ("one_spot",),
        "source", ("me", ""),
        (
            StripLine("undo the handle nut af10 @crank #A1"),
            StripLine("crank handle, bend outward #A1"),
            StripLine("star wheel, dished side in #A2"),
            StripLine("spring washer, dish to the star #A2"),
            StripLine("three M2x6 pan screws ph1 of the side plate @crank #A3"),
            StripLine("lift off the side plate #tray", photo=True),
            StripLine("drive gear 56t brass ~thin oil #B1", "keep", teeth=56, tips=29.02, spans=((6, 8.45),), bore=6.0, width=4.2),
            StripLine("pinion 9t brass, slot to the spool #B1", "keep"),
            StripLine("four drag pads, fibre #B2 !keep in this order"),
            StripLine("worm shaft 3x31, pawl groove at the top #B3", "clean"),
            StripLine("e-clip 2.5 #B4 !flies"),
            StripLine("level-wind idler 23t nylon #B4", "replace", "polished thin on one flank, six teeth", True, 23, 12.32, ((3, 3.78),), "23", 2.5, 2.8),
            StripLine("two bearings 3x8x4 #C1", "clean"),
        ),
        decided=("gear", "Replace the level-wind idler 23t nylon", ""),
        worth=("120", 5),
    ),
    Stay(
        "Heron 650", "servo", "sail-winch servo, drum 38 mm", "Locker 14", "one summer",
        "Stiff since it was stored wet.",
        ("stiff",), ("cold",),
        "file", ("owner", "fetched in June"),
        (
            StripLine("unplug the servo lead, white wire to the edge"),
            StripLine("M3x8 cap screw hex2.5 of the drum @top #A1 +blue"),
            StripLine("draw off the drum #A1"),
            StripLine("five M2.5x22 pan screws ph1 of the back cover @under #A2"),
            StripLine("top case half ^seal in the groove"),
            StripLine("drum wheel 44t brass #B1 ~white grease", "keep"),
            StripLine("top bearing 5x10x4 #B2", "replace", "rusted solid"),
            StripLine("second wheel 33/12 nylon #B3 ^long boss down ~white grease", "keep"),
            StripLine("two shims 3x6x0.2 #B4", "keep"),
            StripLine("third wheel 32/10 brass #B5 ^long boss down ~white grease", "keep"),
            StripLine("pin 2x14 #B6 !stands loose", "keep"),
            StripLine("motor pinion 11t brass #B7", "keep"),
        ),
        built=12,
        checks=4,
        watch="Look at the grease after the next summer.",
        cause="grease_hard",
    ),
    Stay(
        "Heron 650", "servo", "sail-winch servo, drum 38 mm", "Locker 14", "two summers, about 60 hours",
        "Winds the sail in, then slips with a rattle when the wind picks up.",
        ("clicking", "jumping", "slop"), ("under_load",),
        "read", ("me", "second wheel to be read"),
        (
            StripLine("unplug the servo lead, white wire to the edge"),
            StripLine("M3x8 cap screw hex2.5 of the drum @top #A1 +blue"),
            StripLine("draw off the drum, rope hole at the mark #A1", photo=True),
            StripLine("four M2.5x22 pan screws ph1 of the back cover @under #A2"),
            StripLine("M2.5x8 pan ph1 short, front @under #A3 !the short one, front hole only"),
            StripLine("top case half ^seal in the groove", photo=True),
            StripLine("drum wheel 44t brass #B1 ~white grease", "keep", "", False, 44, 22.98, ((5, 6.93),), "", 5.0, 4.0),
            StripLine("top bearing 5x10x4 #B2", "clean"),
            StripLine("second wheel 31/12 nylon #B3 ^long boss down ~white grease", "replace", "three teeth gone, two more cracked", True),
            StripLine("two shims 3x6x0.2 #B4"),
            StripLine("third wheel 32/10 brass #B5 ^long boss down ~white grease !a pin stands loose under it", "keep"),
            StripLine("pin 2x14 #B6 !stands loose"),
            StripLine("motor pinion 11t brass #B7", "keep"),
        ),
        guided=True,
        offers=("donor winch of the same make 12: drum cracked",),
        decided=("set", "Fit the wheel set for the 38 mm drum", "the single wheel takes three weeks, and the third ran with the broken one"),
        worth=("95", 4),
        sounds=(Turning("11:32 | 10:31 | 12:44", "4", "drum by hand, on the bench", turns=6, clicks=22),),
    ),
    Stay(
        "Otter 8", "tracked", "tracked amphibious carrier, twin motor", "Club loan 3", "one season on new sprockets",
        "Screams on the left side since it went off the slip. Larger sprockets were fitted in spring.",
        ("grinding", "whining"), ("after_knock", "after_part"),
        "build", ("me", ""),
        (
            StripLine("unplug the battery"),
            StripLine("six M3x12 button screws hex2 of the deck plate @top #A1"),
            StripLine("lift off the deck plate #tray", photo=True),
            StripLine("unplug the left motor lead, red wire forward"),
            StripLine("two M3x8 cap screws hex2.5 of the motor plate @left #A2"),
            StripLine("lift out the left motor, flat down #tray", "keep"),
            StripLine("M3x3 grub screw hex1.5 on the pinion flat #A3 +blue"),
            StripLine("pinion 15t steel #B1", "replace", "tips pointed, mesh was open", True, 15, 13.38, ((2, 3.69),), "", 3.17, 6.0),
            StripLine("four M3x10 button screws hex2 of the gear cover #A4"),
            StripLine("gear cover, gasket stays on"),
            StripLine("spur wheel 54t acetal #B2 ~dry", "keep", "sound all round", False, 54, 44.42, ((6, 13.44),), "", 8.0, 6.5),
            StripLine("layshaft 5x42, keyed end left #B3"),
            StripLine("two bearings 5x11x5 #B4", "replace", "left one rough"),
        ),
        built=5,
    ),
    Stay(
        "Tern", "boat", "sounding boat, bevel drive", "Harbour school", "not known, found in the store",
        "Clicks when it pulls, quiet in the hand.",
        ("clicking", "knocking"), ("under_load",),
        "look", ("decision", "shims alone, or the pair with them?"),
        (
            StripLine("unplug the battery"),
            StripLine("eight 2x8 screws ph1, lower case #A1"),
            StripLine("lower case half, drain hole aft #tray", photo=True),
            StripLine("M4x4 grub screw hex2 of the shaft coupling, on the flat #A2"),
            StripLine("draw out the propeller shaft 4x118 #tray"),
            StripLine("bevel pinion 14t steel #B1 ~sea grease, grey", photo=True),
            StripLine("crown wheel 42t brass #B2 !no shim found behind it"),
            StripLine("bearing 4x9x4 #B3"),
            StripLine("o-ring 4x7x1.5 #B4 discard"),
            StripLine("M4x4 grub screw hex2 of the crown wheel, on the flat #A2 +blue"),
            StripLine("crown shaft 4x36 #B5"),
            StripLine("two bearings 4x9x4 of the crown shaft #B6"),
            StripLine("seal 4x8x2, lip inward #B7 discard"),
            StripLine("gasket of the lower case discard"),
            StripLine("M2x6 sealed plug pump well shut"),
            StripLine("motor coupling brass #B8"),
            StripLine("four M3x8 cap screws hex2.5 of the motor plate @fore #A3"),
            StripLine("lift out the motor, lead to port #tray"),
        ),
    ),
    Stay(
        "Quay crane", "crane", "slewing drive, two-stage planetary", "Model harbour", "opened twice before",
        "Jib swings past its stop. Plastic planets are to become steel.",
        ("slop",), ("warm",),
        "strip", ("me", ""),
        (
            StripLine("four M2.5x30 cap screws hex2 of the ring gear stack with washers @motor #A1"),
            StripLine("lift out the motor, lead to the left #tray", photo=True),
            StripLine("sun 12t brass #B1"),
            StripLine("three planets 18t acetal #B2 !one planet has a dot, dot outward", "replace", "teeth bend under load"),
            StripLine("first carrier plate, sun of stage two upward #B3"),
            StripLine('second sun 12t brass #B4 &"stage two"'),
            StripLine('three planets 18t acetal #B5 &"stage two" =dot outward', "replace", "teeth bend under load"),
            StripLine('three needle pins 3x12 #B6 &"stage two" !roll away'),
            StripLine('second carrier plate #B7 &"stage two" ^square to the output'),
            StripLine("lift off the ring gear 48t steel #tray =notch to notch", photo=True),
            StripLine("spacer ring #C1"),
            StripLine("circlip 8 #C2 !flies"),
            StripLine("washer 8x14x0.5, ears in the slot #C2"),
            StripLine("two shims 8x12x0.1 #C3"),
            StripLine("output bearing 8x16x5 #C4"),
        ),
    ),
    Stay(
        "Heron 500", "servo", "sail-winch servo, drum 32 mm", "Locker 9", "flooded for a winter",
        "Dead after a winter in the bilge.",
        (), ("stored",),
        "read", ("me", ""),
        (
            StripLine("M3x8 cap screw hex2.5 of the drum @top #A1"),
            StripLine("draw off the drum #A1", photo=True),
            StripLine("four M2.5x22 pan screws ph1 of the back cover @under #A2"),
            StripLine("drum wheel 44t brass #B1", "keep", "", False, 44, 22.99, ((5, 6.94),), "", 5.0, 4.0),
            StripLine("second wheel 31/12 nylon #B3", "replace", "swollen"),
            StripLine("third wheel 32/10 brass #B5", "keep"),
            StripLine("two bearings 5x10x4 #B2", "replace", "rusted solid"),
            StripLine("servo board #C1", "replace", "green with rust"),
        ),
        cause="board_dead",
        salvaged="R4",
    ),
    Stay(
        "Ticket counter", "counter", "counting train, six wheels", "Ferry office", "about 260 000 tickets",
        "Stops at 9 990.",
        ("binding",), ("one_spot",),
        "file", ("owner", "fetched in March"),
        (
            StripLine("four M2x5 pan screws ph0 of the back plate @rear #A1"),
            StripLine("lift off the back plate #tray", "keep", "", True),
            StripLine("M2x4 grub screw slot of the drive wheel, on the flat #A2", "keep"),
            StripLine("drive wheel 20t brass #A3", "keep"),
            StripLine("e-clip 2 off the first arbor #A4 !flies", "keep"),
            *(
                off
                for n, place in enumerate("BCDEFG", 1)
                for off in (
                    StripLine(f"shim 2x5x0.1 #{place}1", "keep"),
                    StripLine(f"number wheel {n} 20t acetal #{place}2 =zero to the mark", "clean"),
                    StripLine(f"carry pinion {n} 8t brass, long teeth outward #{place}3", "keep"),
                    StripLine(f"carry spring {n} #{place}4 !small", "keep"),
                )
            ),
            StripLine("split small gear 8t brass #H1", "replace", "split at the root"),
            StripLine("first arbor 2x46 #H2", "keep"),
            StripLine("second arbor 2x46 #H3", "keep"),
            StripLine("two bushes 2x4x3 #H4", "keep"),
            StripLine("M2x3 lead seal screw shut"),
        ),
        built=33,
        checks=3,
        watch="The split gear came from a donor; look at it at the next visit.",
        decided=("donor", "Take the split small gear 8t brass from an old counter", ""),
        cause="gear_split",
    ),
    Stay(
        "Ticket counter", "counter", "counting train, six wheels", "Ferry office", "about 400 000 tickets",
        "The tens wheel stays behind now and then.",
        ("jumping",), ("one_spot",),
        "listen", ("owner", "may the reading be noted and sealed?"),
        guided=True,
    ),
    Stay(
        "Weather mast", "mount", "pan head, worm and wheel", "Roof, east mast", "five winters",
        "Points beside the mark in the cold and creeps in wind.",
        ("stiff", "slop"), ("cold",),
        "file", ("owner", "ready to fetch"),
        (
            StripLine("two M4x12 cap screws hex3 of the cap plate @top #A1"),
            StripLine("lift off the cap plate #tray"),
            StripLine("worm 3x24 steel #B1 ~grease gone hard", "clean"),
            StripLine("worm wheel 60t bronze #B2 ~grease gone hard", "clean"),
            StripLine("two bearings 4x10x4 #B3", "keep"),
            StripLine("two shims 4x8x0.1 #B4", "keep"),
            StripLine("M3x4 grub screw hex1.5 of the worm, on the flat #A2 +blue", "keep"),
            StripLine("coupling #A3", "keep"),
            StripLine("three M3x10 cap screws hex2.5 of the motor plate @rear #A4", "keep"),
            StripLine("lift out the motor, lead down #tray", "keep"),
            StripLine("head plate #tray =mark to mark", "keep", "", True),
            StripLine("o-ring 40x44x2 #C1 discard", "replace", "pressed flat"),
        ),
        built=12,
        checks=3,
        watch="Lost motion 0.4° at the plate. Open again before the third winter.",
        cause="grease_hard",
        sounds=(
            Turning("w1:60", "1", "9 V, head free, on the mat", rpm=6000, teeth_hz=100, rough=0.9),
            Turning("w1:60", "1", "9 V, head free, on the mat", rpm=6000, teeth_hz=100, rough=0.1),
        ),
    ),
)  # fmt: skip

SPOKEN = {"star wheel": "hub"}
"""What pieces are called at this bench, as it was learnt from a correction."""


@dataclass(frozen=True)
class Stock:
    """A gear in the drawer of the bench."""

    teeth: int
    size: str
    bore: float
    width: float
    material: str
    place: str
    count: int = 1
    source: str = "bought in"
    number: str = ""
    price: str | None = None
    boss: str = ""
    shape: str = "round"
    angle: float = 20.0


DRAWER = (
    Stock(31, "0.5", 3.0, 4.0, "nylon", "R1", 3, number="N05-31", price="2.40", boss="long, one side"),
    Stock(31, "0.5", 2.5, 4.0, "acetal", "R1", 1, "donor: flooded winch servo"),
    Stock(31, "48 DP", 3.0, 4.0, "nylon", "R1", 2, number="D48-31", price="3.10"),
    Stock(12, "0.5", 2.0, 6.0, "brass", "R2", 4, number="B05-12", price="1.90"),
    Stock(23, "0.5", 2.5, 3.0, "nylon", "R2", 1, "donor: old casting reel"),
    Stock(23, "0.5", 3.0, 2.8, "brass", "R2", 2, number="B05-23", price="3.60"),
    Stock(15, "32 DP", 3.17, 6.0, "steel", "S1", 5, number="S32-15", price="4.80", boss="short, one side"),
    Stock(15, "0.8", 3.17, 6.0, "steel", "S1", 2, number="S08-15", price="4.60"),
    Stock(16, "32 DP", 3.17, 6.0, "steel", "S1", 3, number="S32-16", price="4.80"),
    Stock(17, "32 DP", 5.0, 6.0, "steel", "S1", 1, number="S32-17", price="5.20", shape="D"),
    Stock(54, "32 DP", 8.0, 6.5, "acetal", "S2", 1, number="A32-54", price="6.40"),
    Stock(55, "32 DP", 8.0, 6.5, "acetal", "S2", 1, "donor: Otter 8, first set"),
    Stock(18, "0.6", 3.0, 5.0, "steel", "S3", 6, number="S06-18", price="3.90"),
    Stock(18, "0.6", 3.0, 5.0, "acetal", "S3", 3, "donor: Quay crane"),
    Stock(44, "0.5", 5.0, 4.0, "brass", "R3", 1, "donor: Heron 500"),
    Stock(32, "0.5", 3.0, 3.5, "brass", "R3", 2, number="B05-32", price="4.10"),
    Stock(60, "1", 6.0, 8.0, "bronze", "T1", 1, "turned on the club lathe"),
    Stock(13, "0.8", 3.17, 6.0, "steel", "S1", 1, number="S08-13", price="4.60"),
    Stock(12, "0.8", 3.17, 6.0, "steel", "S1", 1, number="S08-12", price="4.60"),
    Stock(56, "0.8", 5.0, 5.0, "nylon", "T2", 1, number="N08-56", price="3.20"),
    Stock(42, "0.8", 4.0, 5.0, "brass", "T1", 1, number="B08-42", price="5.50"),
    Stock(24, "24 DP", 6.0, 8.0, "steel", "T2", 1, "donor: feeder drive", angle=14.5),
    Stock(81, "48 DP", 5.0, 4.0, "nylon", "T2", 2, number="N48-81", price="4.20"),
)

DRAWER_LINES = (
    "3x bearing 5x10x4 #R5 2.30 least 4 from Harbour Gears",
    "6x bearing 4x9x4 #R5 2.10 from Harbour Gears",
    "2x o-ring 4x7x1.5 #R6 least 4",
    "seal 4x8x2 #R6 2.80",
    "20x M3x10 button hex2 #M1",
    "shim 8x12x0.1 x12 #M2 least 6",
    "circlip 8 x5 #M2",
    "grease, plastic-safe, 20 ml #F1 6.40 least 2",
    "2x diff fluid 5000 cst #F1 5.20",
    "bail spring 6x20 #M3",
)
"""What else lies in it, as it was put in."""
