/** Short names for the generated types. */
import type { components } from "./generated";

type Schemas = components["schemas"];
export type Bench = Schemas["Bench"];
export type JobSummary = Schemas["JobSummary"];
export type Choices = Schemas["Choices"];
export type PlanDraft = Schemas["PlanDraft"];
export type PlanSheet = Schemas["PlanSheet"];
export type Result = Schemas["Result"];
export type Line = Schemas["Line"];
export type Source = Schemas["Source"];
export type Verdict = Schemas["Verdict"];
export type Level = Schemas["Level"];
export type Ruler = Schemas["Ruler"];
export type Dial = Schemas["Dial"];
export type Section = Schemas["Section"];
export type GaugingView = Schemas["GaugingView"];
export type CellView = Schemas["CellView"];
export type Meeting = Schemas["Meeting"];
export type LogLine = Schemas["LogLine"];
export type RailStage = Schemas["RailStage"];
export type Gate = Schemas["Gate"];
export type Outcome = Schemas["Outcome"];
export type Command = Schemas["CommandBody"]["command"];
export type ProblemField = Schemas["ProblemField"];
