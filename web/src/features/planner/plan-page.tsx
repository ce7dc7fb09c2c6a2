/** Plan one mounting: what goes on where, and every target before the walk to the machine. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import {
  AwayError,
  ProblemError,
  getChoices,
  earlyPlan,
  getFigures,
  lastPlan,
  newId,
  previewPlan,
  send,
  type Bench,
  type Early,
  type LastPlan,
  type PlanSheet,
} from "../../api";
import { Button, SelectField, TextField, moment, useSettings } from "../../ui";
import { EMPTY, draftOf, type Draft } from "./draft";
import { BearingFields, SeatFields, Text, type Form } from "./part-fields";
import { GaugingFields, HydraulicFields, NutFields, OilField, RangeFields } from "./method-fields";
import { SheetView } from "./sheet-view";

const WAIT_MS = 350;

export function PlanPage() {
  const settings = useSettings();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const choices = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const [search] = useSearchParams();
  const revised = search.get("job");
  const at = search.get("at") ?? "";
  const [reason, setReason] = useState("");
  const [draft, setDraft] = useState(() => draftOf(search) ?? EMPTY);
  const [positionId, setPositionId] = useState("");
  const [title, setTitle] = useState("");
  const [last, setLast] = useState<LastPlan | null>(null);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [away, setAway] = useState(false);
  // The same id for every try of this page: pressed twice, or sent twice by a bad network, it is one job.
  const [jobId] = useState(newId);
  const preview = usePreview(draft);

  const choose = (name: keyof Draft) => (value: string) =>
    setDraft((before) => ({ ...before, [name]: value }));
  const field = (name: keyof Draft) =>
    problem?.at(name) ?? (draft[name] || name === "range_low" ? preview.problem?.at(name) : undefined);
  const form: Form = {
    draft,
    change: (part) => setDraft((before) => ({ ...before, ...part })),
    problem: field,
  };
  const method = draft.housed_unit
    ? "Z"
    : preview.method === "Z"
      ? draft.method
      : preview.method || draft.method;
  // While entries are missing the server says which: a gauge set is asked for only where the method gauges.
  const gauged = (method !== "Z" && method !== "A") || Boolean(preview.problem?.at("feeler_id"));

  // Changing the plan of a job begins with what was given for it.
  useEffect(() => {
    if (!revised) return;
    void getFigures(revised, at ? `?at=${at}` : "").then((place) => {
      setPositionId(place.position_id);
      setDraft({ ...EMPTY, ...place.given });
    });
  }, [revised, at]);

  // The only gauge set of the crib, or the one taken along last, is offered; another can be chosen.
  const sets = choices.data?.feeler_sets;
  const offered = sets?.length === 1 ? sets[0]?.id : sets?.find((set) => set.id === settings.feeler)?.id;
  const given = offered && !draft.feeler_id ? { ...draft, feeler_id: offered } : draft;

  const choosePosition = (id: string) => {
    setPositionId(id);
    setLast(null);
    void lastPlan(id).then(setLast, () => setLast(null));
    const place = choices.data?.machines
      .flatMap((machine) => machine.positions)
      .find((position) => position.id === id);
    if (place) {
      setDraft((before) => ({
        ...before,
        designation: place.designation,
        shaft: place.shaft,
        bore: "",
        outside: "",
        width: "",
        group: "",
        taper: "",
      }));
    }
  };

  const open = async () => {
    try {
      const tap = { actor: settings.actor, happened_at: new Date().toISOString(), plan: given };
      const bench = revised
        ? await send<Bench>(`/api/jobs/${revised}/plan`, { ...tap, client_event_id: jobId, reason, at })
        : await send<Bench>("/api/jobs", {
            ...tap,
            client_event_id: `${jobId}-open`,
            job_id: jobId,
            position_id: positionId,
            title,
          });
      if (given.feeler_id) settings.change({ feeler: given.feeler_id });
      queries.setQueryData(["job", bench.id, ""], bench);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      navigate(`/jobs/${bench.id}`);
    } catch (error) {
      setAway(error instanceof AwayError);
      setProblem(error instanceof ProblemError ? error : null);
    }
  };

  return (
    <div className="grid gap-6 lg:grid-cols-[24rem_1fr]">
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void open();
        }}
      >
        <h1 className="text-2xl font-bold">{revised ? "Change the plan" : "Plan a mounting"}</h1>
        <SelectField
          label="Machine and position"
          value={positionId}
          disabled={Boolean(revised)}
          onChange={(e) => choosePosition(e.target.value)}
          problem={problem?.at("position_id")}
        >
          <option value="">Choose …</option>
          {choices.data?.machines.map((machine) => (
            <optgroup key={machine.id} label={`${machine.name} (${machine.area})`}>
              {machine.positions.map((position) => (
                <option key={position.id} value={position.id}>
                  {machine.name}: {position.name}
                  {position.fixed === true ? ", fixed" : position.fixed === false ? ", floating" : ""}
                </option>
              ))}
            </optgroup>
          ))}
        </SelectField>
        {last && !revised ? (
          <div className="border-l-4 border-dye pl-3">
            <p className="text-sm">
              Planned last in job {last.number}, {moment(last.opened_at)}: {last.given["designation"]}
            </p>
            <Button
              kind="quiet"
              onClick={() => {
                setDraft({ ...EMPTY, ...last.given });
                setLast(null);
              }}
            >
              Plan it the same way
            </Button>
          </div>
        ) : null}
        <BearingFields form={form} />
        <SeatFields form={form} materials={choices.data?.materials ?? []} />
        {!gauged && (method === "Z" || method === "A") ? <RangeFields form={form} method={method} /> : null}
        {gauged ? (
          <GaugingFields
            form={{ ...form, draft: given }}
            gauges={choices.data?.feeler_sets ?? []}
            places={choices.data?.gauging_places ?? []}
          />
        ) : null}
        <NutFields form={form} />
        <OilField form={form} />
        {draft.card === "half" ? (
          <Text
            form={form}
            name="half_by"
            label="“Half of it” beyond the card: who decides"
            hint="Empty: capped at the card's largest reduction."
          />
        ) : null}
        {method === "X" ? <HydraulicFields form={form} /> : null}
        {revised ? (
          <TextField
            label="Why the plan changes"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            problem={problem?.at("reason")}
          />
        ) : (
          <TextField
            label="Why this job (optional)"
            value={title}
            onChange={(event) => setTitle(event.target.value)}
          />
        )}
        <SelectField
          label="Who plans"
          value={settings.actor}
          onChange={(e) => settings.change({ actor: e.target.value })}
          problem={problem?.at("actor")}
        >
          <option value="">Choose …</option>
          {choices.data?.people.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </SelectField>
        {problem ? (
          <div role="alert" className="border-2 border-oxide p-3">
            <p className="font-bold text-oxide">▲ {problem.detail} Nothing was lost.</p>
          </div>
        ) : null}
        {away ? (
          <p role="alert" className="border-2 border-oxide p-3">
            No answer from the server. What you entered stays here; press again when the network is back.
          </p>
        ) : null}
        <Button kind="main" type="submit" className="w-full text-lg">
          {revised ? "Take the changed plan" : "Open the job at the bench"}
        </Button>
      </form>
      <SheetView
        sheet={preview.sheet}
        early={preview.early}
        onCard={choose("card")}
        onMethod={choose("method")}
        onWasher={choose("washer")}
        printAddress={`/api/print/plan.pdf?${new URLSearchParams(written(given))}`}
      />
    </div>
  );
}

/** What was given, for an address. */
const written = (draft: Draft) => Object.fromEntries(Object.entries(draft).filter(([, value]) => value));

interface Preview {
  sheet: PlanSheet | null;
  early: Early | null;
  problem: ProblemError | null;
  /** The method of the last plan that could be worked out: its fields stay while one of them is still missing. */
  method: string;
}

/** The plan worked out while typing. */
function usePreview(draft: Draft): Preview {
  const [state, setState] = useState<Preview>({ sheet: null, early: null, problem: null, method: "" });
  const asked = useRef(0);
  useEffect(() => {
    if (!draft.designation && !draft.bore) return;
    const mine = ++asked.current;
    const timer = window.setTimeout(() => {
      previewPlan(draft).then(
        (sheet) =>
          mine === asked.current &&
          setState({ sheet, early: null, problem: null, method: sheet.plan.method }),
        async (error: unknown) => {
          // Not complete yet: what is known so far stands there all the same.
          const known = error instanceof ProblemError ? await earlyPlan(draft).catch(() => null) : null;
          if (mine !== asked.current) return;
          setState((before) => ({
            ...before,
            sheet: null,
            early: known,
            problem: error instanceof ProblemError ? error : null,
          }));
        },
      );
    }, WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [draft]);
  return state;
}
