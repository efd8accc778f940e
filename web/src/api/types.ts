/** Short names for the generated schemas. Nothing is typed by hand here. */
import type { components } from "../../generated/schema";

type S = components["schemas"];

export type Problem = S["Problem"];
export type Session = S["Session"];
export type Vocabulary = S["Vocabulary"];
export type VisitCard = S["VisitCard"];
export type Visit = S["VisitOut"];
export type NewVisit = S["NewVisit"];
export type Step = S["StepOut"];
export type Piece = S["PieceOut"];
export type Photo = S["PhotoOut"];
export type Pin = S["PinOut"];
export type Tick = S["TickOut"];
export type TickIn = S["TickIn"];
export type Plan = S["PlanOut"];
export type BuildStep = S["BuildStepOut"];
export type Figure = S["FigureOut"];
export type Rim = S["RimOut"];
export type Entry = S["EntryOut"];
export type Drawing = S["Drawing"];
export type Hold = S["HoldOut"];
export type Read = S["ReadOut"];
export type ReadIn = S["ReadIn"];
export type ProbeIn = S["ProbeIn"];
export type ReadingIn = S["ReadingIn"];
export type CountIn = S["CountIn"];
export type Count = S["CountOut"];
export type Kept = S["KeptOut"];
export type KeptIn = S["KeptIn"];
export type PartIn = S["PartIn"];
export type Fit = S["FitOut"];
export type Gauges = S["GaugesOut"];
export type Gear = S["GearOut"];
export type GearIn = S["GearIn"];
export type Pair = S["PairOut"];
export type PairIn = S["PairIn"];
