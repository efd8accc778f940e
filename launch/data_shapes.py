"""What each of the core's data files holds: its tables, their keys, and what may stand there."""

from __future__ import annotations

from typing import Annotated, Any, Literal, TypeAlias

from pydantic import BaseModel, ConfigDict, Field, create_model

from gearing.diagnosis import Picture
from gearing.proof.checks import FIGURES, GUIDES, RISKS
from gearing.rebuild import VERDICTS
from gearing.workshop.consumables import KINDS, SURFACES


class Table(BaseModel):
    """A table that has what it names and nothing else: a misspelt key is not passed over."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False, strict=False)


Above = Annotated[float, Field(gt=0)]
Share = Annotated[float, Field(ge=0, le=1)]
Number = Annotated[float, Field()]
Words = list[Annotated[str, Field(min_length=1)]]
Text = Annotated[str, Field(min_length=1)]
Numbers: TypeAlias = dict[str, Above]


def table(title: str, /, **fields: Any) -> Any:
    """A table's shape: a type for what must be there, a (type, default) for what may."""
    definitions = {key: field if isinstance(field, tuple) else (field, ...) for key, field in fields.items()}
    return create_model(title, __base__=Table, **definitions)  # type: ignore[call-overload]


RINGS = dict[Text, list[Above]]
LIMITS = table("RecordLimits", lines=Above, bytes=Above)


def may(kind: Any) -> tuple[Any, None]:
    """What may be left away."""
    return (kind | None, None)


def one_of(names: Any) -> Any:
    return Literal[tuple(names)]


Mended = table("Mended", holds=Share, minutes=Above, says=Text, **{"with": may(Words)})
Treatment = table("Treatment", leave=may(Share), clean=may(Share), new=may(Share), mend=may(Mended))


_VERDICT = one_of(VERDICTS)
_FINDING = table("Finding", says=Text, verdict=_VERDICT, why=Text, teeth=may(bool))
_BAND = table("Band", says=Text, tight=Above, low=Above, high=Above, loose=Above, source=Text)
_PIECE = table(
    "Piece",
    words=list[str],
    off=Text,
    on=Text,
    done=Text,
    drawn=Text,
    label=may(Text),
    teeth=may(Text),
    meshes=may(bool),
    caution=may(Text),
    check=may(Text),
)
_ITEM = table(
    "Item",
    key=Text,
    name=Text,
    kind=one_of(KINDS),
    role=may(str),
    suits=may(list[one_of(SURFACES)]),
    never=may(list[one_of(SURFACES)]),
    not_with=may(Words),
    viscosity=may(str),
    note=may(str),
    handle=may(int),
    full=may(int),
)
_UNIT = table(
    "Unit",
    label=Text,
    power=Text,
    notice=may(Text),
    open_gears=may(bool),
    mesh=may(Text),
    also=may(Words),
    prove=dict[str, Text],
)
_FIELDS = list[Annotated[list[str], Field(min_length=3, max_length=3)]]
_ASKED = dict[str, table("Asked", label=Text, fields=_FIELDS)]
_SPREAD = table("Spread", none=Share, edges=list[Number], shares=list[Share])

SHAPES: dict[str, Any] = {
    "cautions": dict[str, table("Caution", words=Words, says=Text)],
    "counting": table("Counting", routes=_ASKED),
    "fasteners": table(
        "Fasteners",
        number=table("NumberThread", base_in=Above, step_in=Above),
        heads=dict[str, table("Head", width=Above, height=Number, words=Words)],
        drives=dict[str, table("DriveRow", label=Text, words=Words)],
        threaded=dict[str, table("Threaded", words=Words)],
        materials=table("Materials", words=Words),
    ),
    "faults": dict[
        Text,
        table(
            "Fault",
            name=Text,
            common=Above,
            shows=dict[Text, Share],
            then=may(Text),
            pieces=Words,
            named=may(Words),
            stop=may(bool),
            **{"in": Words, "not": may(Words), "with": may(Words)},
        ),
    ],
    "checks": dict[
        Text,
        table(
            "CheckRow",
            name=Text,
            how=Text,
            minutes=Above,
            risk=may(Number),
            when=one_of(("closed", "opened", "stripped")),
            powered=may(bool),
            answers=dict[Text, Text],
            usual=Text,
            points=dict[Text, Words],
            sure=may(Share),
            quiet=may(Share),
            number=may(Text),
            edges=may(list[Number]),
            draw=Picture,
            by=may(one_of(("clicks", "play"))),
            **{"in": may(Words)},
        ),
    ],
    "states": table(
        "States",
        states=dict[Text, Words],
        pieces=dict[Text, Words],
        means=dict[Text, dict[Text, Words]],
    ),
    "stock_list": table(
        "StockListWords",
        columns=dict[Text, Words],
        limits=table("StockLimits", lines=Above, bytes=Above, dearest=Above),
    ),
    "bearings": table(
        "Bearings",
        sizes=dict[Text, Annotated[list[Above], Field(min_length=3, max_length=4)]],
        closed=table("ClosedMarks", marks=Words),
    ),
    "standards": table(
        "Standards",
        circlips=table("Circlips", shaft=RINGS, bore=RINGS, side=RINGS, words=dict[Text, Words]),
        orings=table(
            "ORings",
            inch=dict[Text, Annotated[list[Above], Field(min_length=2, max_length=2)]],
            groove=table("ORingGroove", still=Above, slides=Above, wide=Above),
        ),
        wires=table("Wires", thickest=int, thinnest=int),
        shims=table("Shims", thick=list[Above], rings=list[list[Above]]),
    ),
    "visit_list": table(
        "VisitListWords", columns=dict[Text, Words], done=table("DoneWords", words=Words), limits=LIMITS
    ),
    "piece_list": table("PieceListWords", columns=dict[Text, Words], limits=LIMITS),
    "measurement_list": table("MeasurementListWords", columns=dict[Text, Words], limits=LIMITS),
    "order_list": table("OrderListWords", columns=dict[Text, Words], limits=LIMITS),
    "price_list": table(
        "PriceListWords",
        columns=dict[Text, Words],
        limits=table("ListLimits", lines=Above, bytes=Above, dearest=Above, days=Above),
    ),
    "alike": dict[Text, Words],
    "said": table(
        "Said",
        bare=Words,
        complaints=dict[Text, dict[Text, Words]],
        as_said=dict[Text, Words],
    ),
    "decide": table(
        "Decide",
        classes=dict[Text, Words],
        cause=table("DecideCause", again=Words, load=Words),
        states=dict[Text, Words],
        degree=dict[Text, Words],
        treat=dict[Text, dict[Text, Treatment]],
        price=dict[Text, tuple[Number, Number]],
        ways=dict[Text, Share],
    ),
    "paths": table(
        "Paths",
        stations=dict[Text, table("Station", says=Text, pieces=Words)],
        frame=table("Frame", says=Text),
        kinds=dict[Text, Words],
    ),
    "observations": dict[
        Text,
        table(
            "ObservationRow",
            sort=one_of(("sound", "motion", "look", "when")),
            says=Text,
            words=Words,
            usual=may(Share),
            against=may(Words),
        ),
    ],
    "findings": dict[str, dict[str, _FINDING] | dict[str, Text] | dict[str, Words]],
    "fits": table(
        "Fits",
        must_agree=Text,
        bore=table("BoreFit", same=Above, sleeve_most=Above),
        width=table("WidthFit", same=Above, narrow_share=Share),
    ),
    "fitting": table(
        "Fitting",
        jobs=_ASKED,
        disc=table("Disc", modulus=Above, poisson=Share),
        friction=table("Friction", faces=dict[str, Share]),
        press=table(
            "Press", friction=Share, steps=list[dict[str, int | list[int]]], materials=dict[str, list[Number]]
        ),
    ),
    "forms": table(
        "Forms",
        labels=dict[str, Text],
        belt=list[
            table(
                "BeltSize",
                label=Text,
                pitch=Above,
                line=Above,
                share=Above,
                groove_top=Above,
                groove_depth=Above,
                groove_angle=float,
            )
        ],
        chain=list[table("ChainSize", label=Text, pitch=Above, roller=Above, inside=Above, share=Above)],
        word=list[table("FormWords", form=Text, words=Words)],
        none=Numbers,
        rack=Numbers,
        worm=Numbers,
        wheel=Numbers,
        bevel=Numbers,
        pulley=Numbers,
        sprocket=Numbers,
    ),
    "gauges": table(
        "Gauges",
        racks=Words,
        rack_length=Above,
        screws=Words,
        hexes=Words,
        rounds=Words,
        shims=Words,
        stars=list[table("Star", label=Text, points=Above, hollows=Above)],
        crosses=list[table("Cross", label=Text, blade=Above, wing=Above)],
    ),
    "lexicon": table(
        "Lexicon",
        numbers=dict[Text, int],
        closers=dict[Text, Words],
        wires=table("Wires", colours=Words),
        verbs=dict[Text, table("VerbRow", on=may(Text), done=may(Text), ambiguous=may(bool))],
    ),
    "mesh": table(
        "MeshFile",
        bands=dict[str, _BAND],
        contact=table("Contact", least=Above, wanted=Above),
        face=table("Face", least=Share),
        worm=table("WormFriction", friction=Share),
        materials=dict[str, table("Growth", expansion=Above, room=may(Share), wet=may(Share))],
        paper=table("Paper", compression=Share, sheets=Numbers, layers=dict[str, int]),
    ),
    "pieces": dict[str, _PIECE],
    "proof": table(
        "ProofFile",
        risks=dict[one_of(RISKS), Text],
        set=dict[Text, Text],
        kinds=table("ProofKinds", powered=Words, wheels=Words),
        words=dict[Text, Words],
        slop=dict[Text, tuple[Above, Above]],
        run_in=dict[Text, table("RunInRow", rpm=Above, how=Text, least=Above)],
        temperature=Numbers,
        run_out=Numbers,
        usual=dict[
            one_of(GUIDES),
            table(
                "UsualFigure",
                unit=Text,
                radius=may(dict[Text, Above]),
                least=may(dict[Text, Above]),
                most=may(dict[Text, Above]),
            ),
        ],
        as_before=dict[one_of(GUIDES), table("AsBefore", least=may(Above), most=may(Above))],
        evidence=dict[Text, Words],
        checks=dict[
            Text,
            table(
                "ProofRow",
                name=Text,
                how=Text,
                band=may(Text),
                unit=may(Text),
                figure=may(one_of(FIGURES)),
                minutes=Above,
                risk=one_of(RISKS),
                when=Words,
                unless=may(Words),
                fails=Text,
                to=Text,
                after=may(dict[Text, tuple[Text, Above]]),
                kinds=may(dict[Text, table("ProofOwn", name=may(Text), how=may(Text), band=may(Text))]),
            ),
        ],
    ),
    "rebuild": table(
        "RebuildFile",
        minutes=dict[Text, table("Minutes", first=Above, each=Above)],
        rules=dict[str, table("Rule", title=Text, says=Text, rule=Text, done=Text, minutes=Number)],
        mesh=dict[str, Text],
        fixed=dict[str, Text],
        slipper=dict[str, Text],
        slipper_turns=dict[str, Text],
        fluid=dict[str, Text],
        end_play=dict[str, Annotated[list[Above], Field(min_length=2, max_length=2)]],
    ),
    "safety": dict[str, table("Caution", says=Text)],
    "schools": table(
        "Schools",
        question=list[
            table(
                "Question", key=Text, asks=Text, school=list[table("School", key=Text, name=Text, why=Text)]
            )
        ],
    ),
    "sections": table(
        "SectionsFile",
        usual=dict[Text, table("Usual", along=Above, across=Above, bore=Above)],
        marks=dict[Text, Words],
        way=dict[Text, Words],
    ),
    "shelf": table(
        "ShelfFile",
        item=list[_ITEM],
        surface=table("Surface", materials=dict[str, one_of(SURFACES)], kinds=dict[str, one_of(SURFACES)]),
    ),
    "sizes": table(
        "Sizes",
        modules=table(
            "Modules",
            series_1=list[Above],
            series_2=list[Above],
            series_1_weight=Above,
            series_2_weight=Above,
        ),
        diametral_pitches=table(
            "Pitches",
            values=list[Above],
            weight=Above,
            fine_from=int,
            fine_dedendum=Above,
            fine_dedendum_extra_in=Number,
        ),
        common=Numbers,
        pressure_angles=list[table("Angle", degrees=Above, metric=Share, inch=Share)],
        depths=list[table("Depth", name=Text, addendum=Above, dedendum=Above, weight=Above)],
        field=dict[str, Numbers],
        shift=dict[str, Number],
        trim=_SPREAD,
        trim_pointed=_SPREAD,
        thinning_pointed=_SPREAD,
        thinning=_SPREAD,
        none=dict[str, Share],
        mark=dict[str, Above],
        said=dict[str, Above],
        clue=dict[str, Above],
        count=table(
            "CountByEye",
            wrong=Share,
            most_wrong=Share,
            wrong_per_tooth=Share,
            off_by=list[Share],
            again=Share,
            **{"from": int},
        ),
        unlisted=table("Unlisted", seldom=list[Above], circular_pitches=Numbers),
    ),
    "tools": table(
        "Tools", special=list[table("Tool", kinds=list[Text], words=list[str], tool=Text, makeshift=str)]
    ),
    "surroundings": table(
        "SurroundingsFile",
        cases=dict[Text, Words],
        gears=dict[Text, Words],
        friction=dict[Text, Words],
        why=dict[Text, Text],
    ),
    "train": table(
        "TrainFile",
        efficiency=dict[str, Share],
        worm=Numbers,
        bearing=table("Bearing", balls=list[int], ball_to_pitch=Share, spread=Share),
        clicks=dict[str, Share | float | Numbers],
        sky=Numbers,
        applications=dict[
            str,
            table(
                "Application",
                label=Text,
                motor=may(bool),
                fields=_FIELDS,
            ),
        ],
    ),
    "units": table(
        "UnitsFile",
        kinds=dict[str, _UNIT],
        listening=table(
            "Listening", stop=list[Text], stop_says=Text, symptoms=dict[str, Text], conditions=dict[str, Text]
        ),
    ),
    "processes": dict[Text, table("ProcessRow", label=Text, grows_mm=Number, shrinks_percent=Number)],
    "wear": table(
        "WearFile",
        tooth=Numbers,
        mismatch=Numbers,
        where=dict[str, table("Where", label=Text, says=may(Text))],
    ),
}
"""What each file holds, by its name."""
