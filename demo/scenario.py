"""The visits at the Ferry Quay bench, as data.

Lines are quick entry, just as they would be typed. Readings are what a
caliper gave for the gear named beside them, with the scatter of a hand.
"""

from __future__ import annotations

from dataclasses import dataclass

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


SCENARIO = (
    Stay(
        "Dunlin 40", "reel", "low-profile casting reel", "Section B", "three seasons",
        "Line guide stops half way across and starts again by itself.",
        ("clicking", "slop"), ("one_spot",),
        "source", ("part", "idler 23 teeth, promised for Friday"),
        (
            StripLine("handle nut af10 @crank #A1"),
            StripLine("crank handle #A1 ^bend outward"),
            StripLine("star wheel as hub #A2 ^dish in"),
            StripLine("spring washer #A2 ^dish to the star"),
            StripLine("3x M2x6 pan ph1 side plate @crank #A3"),
            StripLine("side plate #tray", photo=True),
            StripLine("drive gear 56t brass ~thin oil #B1", "keep", teeth=56, tips=29.02, spans=((6, 8.45),), bore=6.0, width=4.2),
            StripLine("pinion 9t brass #B1 ^slot to the spool", "keep"),
            StripLine("4x drag pads fibre #B2 !keep in this order"),
            StripLine("worm shaft 3x31 #B3 ^pawl groove at the top", "clean"),
            StripLine("e-clip 2.5 #B4 !flies"),
            StripLine("level-wind idler 23t nylon #B4", "replace", "polished thin on one flank, six teeth", True, 23, 12.32, ((3, 3.78),), "23", 2.5, 2.8),
            StripLine("2x bearing 3x8x4 #C1", "clean"),
        ),
    ),
    Stay(
        "Heron 650", "servo", "sail-winch servo, drum 38 mm", "Locker 14", "one summer",
        "Stiff since it was stored wet.",
        ("stiff",), ("cold",),
        "file", ("owner", "fetched in June"),
        (
            StripLine("servo lead connector ^white wire to the edge"),
            StripLine("M3x8 cap hex2.5 drum @top #A1 +blue"),
            StripLine("drum #A1"),
            StripLine("5x M2.5x22 pan ph1 back cover @under #A2"),
            StripLine("top case half ^seal in the groove"),
            StripLine("drum wheel 44t brass #B1 ~white grease", "keep"),
            StripLine("top bearing 5x10x4 #B2", "replace", "rusted solid"),
            StripLine("second wheel 33/12 nylon #B3 ^long boss down ~white grease", "keep"),
            StripLine("2x shim 3x6x0.2 #B4", "keep"),
            StripLine("third wheel 32/10 brass #B5 ^long boss down ~white grease", "keep"),
            StripLine("pin 2x14 #B6 !stands loose", "keep"),
            StripLine("motor pinion 11t brass #B7", "keep"),
        ),
        built=12,
        checks=4,
        watch="Look at the grease after the next summer.",
    ),
    Stay(
        "Heron 650", "servo", "sail-winch servo, drum 38 mm", "Locker 14", "two summers, about 60 hours",
        "Winds the sail in, then slips with a rattle when the wind picks up.",
        ("clicking", "jumping", "slop"), ("under_load",),
        "read", ("me", "second wheel to be read"),
        (
            StripLine("servo lead connector ^white wire to the edge"),
            StripLine("M3x8 cap hex2.5 drum @top #A1 +blue"),
            StripLine("drum #A1 ^rope hole at the mark", photo=True),
            StripLine("4x M2.5x22 pan ph1 back cover @under #A2"),
            StripLine("M2.5x8 pan ph1 short, front @under #A3 !the short one, front hole only"),
            StripLine("top case half ^seal in the groove", photo=True),
            StripLine("drum wheel 44t brass #B1 ~white grease", "keep", "", False, 44, 22.98, ((5, 6.93),), "", 5.0, 4.0),
            StripLine("top bearing 5x10x4 #B2", "clean"),
            StripLine("second wheel 31/12 nylon #B3 ^long boss down ~white grease", "replace", "three teeth gone, two more cracked", True),
            StripLine("2x shim 3x6x0.2 #B4"),
            StripLine("third wheel 32/10 brass #B5 ^long boss down ~white grease !a pin stands loose under it", "keep"),
            StripLine("pin 2x14 #B6 !stands loose"),
            StripLine("motor pinion 11t brass #B7", "keep"),
        ),
        guided=True,
    ),
    Stay(
        "Otter 8", "tracked", "tracked amphibious carrier, twin motor", "Club loan 3", "one season on new sprockets",
        "Screams on the left side since it went off the slip. Larger sprockets were fitted in spring.",
        ("grinding", "whining"), ("after_knock", "after_part"),
        "build", ("me", ""),
        (
            StripLine("battery"),
            StripLine("6x M3x12 button hex2 deck plate @top #A1"),
            StripLine("deck plate #tray", photo=True),
            StripLine("motor lead connector left ^red wire forward"),
            StripLine("2x M3x8 cap hex2.5 motor plate @left #A2 !snug only until the mesh is set"),
            StripLine("left motor #tray ^flat down", "keep"),
            StripLine("M3x3 set screw hex1.5 pinion #A3 +blue ^on the flat"),
            StripLine("pinion 15t steel #B1", "replace", "tips pointed, mesh was open", True, 15, 13.38, ((2, 3.69),), "", 3.17, 6.0),
            StripLine("4x M3x10 button hex2 gearbox cover #A4"),
            StripLine("gearbox cover ^gasket stays on"),
            StripLine("spur wheel 54t acetal #B2 ~dry", "keep", "sound all round", False, 54, 44.42, ((6, 13.44),), "", 8.0, 6.5),
            StripLine("layshaft 5x42 #B3 ^keyed end left"),
            StripLine("2x bearing 5x11x5 #B4", "replace", "left one rough"),
        ),
        built=5,
    ),
    Stay(
        "Tern", "boat", "sounding boat, bevel drive", "Harbour school", "not known, found in the store",
        "Clicks when it pulls, quiet in the hand.",
        ("clicking", "knocking"), ("under_load",),
        "look", ("me", ""),
        (
            StripLine("battery"),
            StripLine("8x 2x8 screws ph1 lower case #A1"),
            StripLine("lower case half #tray ^drain hole aft", photo=True),
            StripLine("M4x4 set screw hex2 shaft coupling #A2 ^on the flat"),
            StripLine("propeller shaft 4x118 #tray"),
            StripLine("bevel pinion 14t steel #B1 ~sea grease, grey", photo=True),
            StripLine("crown wheel 42t brass #B2 !no shim found behind it"),
            StripLine("bearing 4x9x4 #B3"),
            StripLine("oring 4x7x1.5 #B4 discard"),
            StripLine("M4x4 set screw hex2 crown wheel #A2 ^on the flat +blue"),
            StripLine("crown shaft 4x36 #B5"),
            StripLine("2x bearing 4x9x4 crown shaft #B6"),
            StripLine("seal 4x8x2 #B7 discard ^lip inward"),
            StripLine("gasket lower case discard"),
            StripLine("M2x6 sealed plug pump well shut"),
            StripLine("motor coupling brass #B8"),
            StripLine("4x M3x8 cap hex2.5 motor plate @fore #A3"),
            StripLine("motor #tray ^lead to port"),
        ),
    ),
    Stay(
        "Quay crane", "crane", "slewing drive, two-stage planetary", "Model harbour", "opened twice before",
        "Jib swings past its stop. Plastic planets are to become steel.",
        ("slop",), ("warm",),
        "strip", ("decision", "steel planets: three or all six?"),
        (
            StripLine("4x M2.5x30 cap hex2 ring gear stack @motor #A1"),
            StripLine("motor #tray ^lead to the left", photo=True),
            StripLine("sun 12t brass #B1"),
            StripLine("3x planet 18t acetal #B2 !one planet has a dot, dot outward"),
            StripLine("first carrier plate #B3 ^sun of stage two upward"),
            StripLine('second sun 12t brass #B4 &"stage two"'),
            StripLine('3x planet 18t acetal #B5 &"stage two" =dot outward'),
            StripLine('3x needle pin 3x12 #B6 &"stage two" !roll away'),
            StripLine('second carrier plate #B7 &"stage two" ^square to the output'),
            StripLine("ring gear 48t steel #tray =notch to notch", photo=True),
            StripLine("spacer ring #C1"),
            StripLine("circlip 8 #C2 !flies"),
            StripLine("washer 8x14x0.5 #C2 ^eared side to the slot"),
            StripLine("2x shim 8x12x0.1 #C3"),
            StripLine("output bearing 8x16x5 #C4"),
        ),
    ),
    Stay(
        "Ticket counter", "counter", "counting train, six wheels", "Ferry office", "about 260 000 tickets",
        "Stops at 9 990.",
        ("binding",), ("one_spot",),
        "file", ("owner", "fetched in March"),
        (
            StripLine("4x M2x5 pan ph0 back plate @rear #A1"),
            StripLine("back plate #tray", "keep", "", True),
            StripLine("M2x4 set screw slot drive wheel #A2 ^on the flat", "keep"),
            StripLine("drive wheel 20t brass #A3", "keep"),
            StripLine("e-clip 2 first arbor #A4 !flies", "keep"),
            *(
                off
                for n, place in enumerate("BCDEFG", 1)
                for off in (
                    StripLine(f"shim 2x5x0.1 #{place}1", "keep"),
                    StripLine(f"number wheel {n} 20t acetal #{place}2 =zero to the mark", "clean"),
                    StripLine(f"carry pinion {n} 8t brass #{place}3 ^long teeth outward", "keep"),
                    StripLine(f"carry spring {n} #{place}4 !small", "keep"),
                )
            ),
            StripLine("split small gear 8t brass #H1", "replace", "split at the root"),
            StripLine("first arbor 2x46 #H2", "keep"),
            StripLine("second arbor 2x46 #H3", "keep"),
            StripLine("2x bush 2x4x3 #H4", "keep"),
            StripLine("M2x3 lead seal screw shut"),
        ),
        built=33,
        checks=3,
        watch="The split gear came from a donor; look at it at the next visit.",
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
            StripLine("2x M4x12 cap hex3 cap plate @top #A1"),
            StripLine("cap plate #tray"),
            StripLine("worm 3x24 steel #B1 ~grease gone hard", "clean"),
            StripLine("worm wheel 60t bronze #B2 ~grease gone hard", "clean"),
            StripLine("2x bearing 4x10x4 #B3", "keep"),
            StripLine("2x shim 4x8x0.1 #B4", "keep"),
            StripLine("M3x4 set screw hex1.5 worm #A2 ^on the flat +blue", "keep"),
            StripLine("coupling #A3", "keep"),
            StripLine("3x M3x10 cap hex2.5 motor plate @rear #A4", "keep"),
            StripLine("motor #tray ^lead down", "keep"),
            StripLine("head plate #tray =mark to mark", "keep", "", True),
            StripLine("oring 40x44x2 #C1 discard", "replace", "pressed flat"),
        ),
        built=12,
        checks=3,
        watch="Lost motion 0.4° at the plate. Open again before the third winter.",
    ),
)  # fmt: skip


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
