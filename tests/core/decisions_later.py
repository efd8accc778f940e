"""A later group of decisions: 15 of 20 first choices were right when first tried; what the others showed was mended."""

from __future__ import annotations

from .decisions import case

LATER = [
    # motor pinion loose
    case(
        "mend",
        "car",
        230,
        0,
        [("pinion 15t", "slips on the shaft")],
        minutes=8,
    ),
    # crown wheel chipped no shims
    case(
        "gear pair part",
        "boat",
        190,
        3,
        [("crown wheel 42t", "two teeth chipped")],
        mates=[("bevel pinion 14t", "sound")],
        cause="bevel gears not shimmed to their depth",
        offers=[("crown wheel 42t", 11, 9)],
        minutes=60,
    ),
    # glazed pads
    case(
        "clean gear mend part",
        "car",
        220,
        0,
        [("slipper pads", "glazed")],
        offers=[("slipper pads", 5, 4)],
        minutes=20,
    ),
    # drag washers
    case(
        "part set",
        "reel",
        140,
        0,
        [("drag washers", "hard, polished")],
        offers=[("drag washer set", 9, 5)],
        minutes=20,
    ),
    # one-way greasy
    case(
        "clean",
        "reel",
        130,
        0,
        [("one-way bearing", "full of grease, slips")],
        offers=[("one-way bearing", 11, 6)],
        minutes=20,
    ),
    # shim missing
    case(
        "stock",
        "boat",
        190,
        0,
        [("shim 8x12x0.1", "missing")],
        stock=[("shim 8x12x0.1", "yes")],
        minutes=30,
    ),
    # circlip lost
    case(
        "gear part",
        "crane",
        150,
        0,
        [("circlip 8", "lost")],
        offers=[("circlip 8, ten", 1.4, 5)],
        minutes=10,
    ),
    # case half cracked, cheap unit
    case(
        "case mend unit",
        "servo",
        14,
        2,
        [("case half", "cracked through at the screw")],
        offers=[("case set", 7, 8)],
        minutes=25,
    ),
    # both drums
    case(
        "set",
        "winch",
        260,
        0,
        [("drum gear", "stripped"), ("second gear", "sound but the third is worn"), ("third gear", "worn")],
        offers=[("winch gear set", 22, 6, ["second gear", "third gear", "drum gear"])],
        minutes=40,
    ),
    # battery weak
    case(
        "gear part",
        "car",
        220,
        0,
        [("battery", "weak")],
        offers=[("battery", 24, 3)],
        minutes=2,
    ),
    # ring gear chipped, diff sold whole only
    case(
        "subassembly",
        "car",
        320,
        0,
        [("ring gear", "chipped")],
        offers=[("complete diff", 26, 5)],
        minutes=45,
    ),
    # worm wheel bronze stripped old mount
    case(
        "make mend",
        "mount",
        900,
        20,
        [("worm wheel 96t", "teeth stripped in one sector")],
        minutes=60,
    ),
    # counter wheel split donor good
    case(
        "donor",
        "counter",
        None,
        35,
        [("number wheel", "split")],
        donors=[("counter of the same make", 8, "wheels sound")],
        minutes=45,
    ),
    # servo gears stripped, donor servo free
    case(
        "donor",
        "servo",
        38,
        3,
        [("third gear", "stripped")],
        offers=[("gear set", 12, 9, ["second gear", "third gear"])],
        donors=[("same servo, dead motor", 0, "gears sound")],
        minutes=25,
    ),
    # bearing part of seized set in wet boat
    case(
        "gear part",
        "boat",
        170,
        0,
        [("bearing 4x9x4", "rusted solid")],
        offers=[("bearing 4x9x4", 2, 4)],
        minutes=35,
    ),
    # belt tensioner spring
    case(
        "gear part",
        "board",
        420,
        0,
        [("tensioner spring", "broken")],
        offers=[("tensioner spring", 3, 7)],
        minutes=15,
    ),
    # stop broken off wheel
    case(
        "gear part",
        "servo",
        52,
        0,
        [("output gear", "stop broken off")],
        offers=[("output gear", 5, 5)],
        minutes=20,
    ),
    # light wear on steel
    case(
        "leave",
        "reel",
        210,
        6,
        [("pinion", "light wear, even all round")],
        offers=[("pinion", 19, 12)],
        minutes=35,
    ),
    # gear made: no longer made, no donor
    case(
        "gear make",
        "railway",
        None,
        40,
        [("idler 19t", "teeth gone")],
        minutes=30,
    ),
    # prop nicked
    case(
        "gear mend part",
        "boat",
        160,
        0,
        [("propeller", "a nick in one blade")],
        offers=[("propeller", 8, 3)],
        minutes=5,
    ),
]
