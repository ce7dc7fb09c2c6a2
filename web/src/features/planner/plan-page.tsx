/** Plan one mounting: what goes on where, and every target before the walk to the machine. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import {
  AwayError,
  ProblemError,
  getChoices,
  getJob,
  newId,
  previewPlan,
  send,
  type Bench,
  type PlanDraft,
  type PlanSheet,
} from "../../api";
import { Button, ChoiceRow, SelectField, TextField, useSettings } from "../../ui";
import { SheetView } from "./sheet-view";

const EMPTY: PlanDraft = {
  designation: "",
  bore: "",
  outside: "",
  width: "",
  group: "",
  taper: "",
  shaft: "",
  card: "A",
  feeler_id: "",
  where: "hung_bottom",
  places: "3",
  nut_pitch: "",
  nut_outside: "",
  nut_slots: "",
  nut_tabs: "",
};
const WAIT_MS = 350;

export function PlanPage() {
  const settings = useSettings();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const choices = useQuery({ queryKey: ["choices"], queryFn: getChoices, staleTime: 60_000 });
  const [search] = useSearchParams();
  const revised = search.get("job");
  const [reason, setReason] = useState("");
  const [draft, setDraft] = useState(EMPTY);
  const [positionId, setPositionId] = useState("");
  const [title, setTitle] = useState("");
  const [byDimensions, setByDimensions] = useState(false);
  const [ownNut, setOwnNut] = useState(false);
  const [problem, setProblem] = useState<ProblemError | null>(null);
  const [away, setAway] = useState(false);
  // The same id for every try of this page: pressed twice, or sent twice by a bad network, it is one job.
  const [jobId] = useState(newId);
  const preview = usePreview(draft);

  const set = (name: keyof PlanDraft) => (event: { target: { value: string } }) =>
    setDraft((before) => ({ ...before, [name]: event.target.value }));
  const field = (name: string) =>
    problem?.at(name) ?? (draft[name as keyof PlanDraft] ? preview.problem?.at(name) : undefined);
  const text = (name: keyof PlanDraft, label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      value={draft[name]}
      onChange={set(name)}
      problem={field(name)}
      inputMode="text"
    />
  );

  // Changing the plan of a job begins with what was given for it.
  useEffect(() => {
    if (!revised) return;
    void getJob(revised).then((bench) => {
      setPositionId(bench.position_id);
      setDraft({ ...EMPTY, ...bench.given });
      setByDimensions(Boolean(bench.given["bore"]));
      setOwnNut(
        Boolean(
          bench.given["nut_pitch"] ||
          bench.given["nut_outside"] ||
          bench.given["nut_slots"] ||
          bench.given["nut_tabs"],
        ),
      );
    });
  }, [revised]);

  const choosePosition = (id: string) => {
    setPositionId(id);
    const place = choices.data?.machines
      .flatMap((machine) => machine.positions)
      .find((position) => position.id === id);
    if (place) {
      setByDimensions(false);
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
      const tap = { actor: settings.actor, happened_at: new Date().toISOString(), plan: draft };
      const bench = revised
        ? await send<Bench>(`/api/jobs/${revised}/plan`, { ...tap, client_event_id: jobId, reason })
        : await send<Bench>("/api/jobs", {
            ...tap,
            client_event_id: `${jobId}-open`,
            job_id: jobId,
            position_id: positionId,
            title,
          });
      queries.setQueryData(["job", bench.id], bench);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      navigate(`/jobs/${bench.id}`);
    } catch (error) {
      setAway(error instanceof AwayError);
      setProblem(error instanceof ProblemError ? error : null);
    }
  };

  const marked = useMemo(() => /C[2-5]\b|CN\b/i.test(draft.designation ?? ""), [draft.designation]);
  const tapered = useMemo(
    () => /K(30)?(?=$|[^A-Z0-9]|C|W)/i.test(draft.designation ?? ""),
    [draft.designation],
  );

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
        {text(
          "designation",
          "Number on the new ring",
          "For example 22218 K C3 W33. Suffixes that are not known here are named, not dropped.",
        )}
        {byDimensions ? (
          <div className="grid grid-cols-3 gap-2">
            {text("bore", "Bore d")}
            {text("outside", "Outside D")}
            {text("width", "Width B")}
          </div>
        ) : (
          <Button kind="quiet" onClick={() => setByDimensions(true)}>
            Give bore, outside diameter and width instead
          </Button>
        )}
        {marked && !field("group") ? null : (
          <ChoiceRow
            label="Clearance group, as marked on the ring (no mark is CN)"
            options={["C2", "CN", "C3", "C4", "C5"].map((value) => ({ value, label: value }))}
            value={draft.group ?? ""}
            onChange={(value) => setDraft((before) => ({ ...before, group: value }))}
            problem={field("group")}
          />
        )}
        {tapered && !field("taper") ? null : (
          <ChoiceRow
            label="Taper of the bore"
            options={[
              { value: "1:12", label: "1:12 (K)" },
              { value: "1:30", label: "1:30 (K30)" },
            ]}
            value={draft.taper ?? ""}
            onChange={(value) => setDraft((before) => ({ ...before, taper: value }))}
            problem={field("taper")}
          />
        )}
        {text("shaft", "Shaft diameter", "mm or inch: 80 mm, 3 3/16 in")}
        <SelectField
          label="Feeler set"
          value={draft.feeler_id}
          onChange={set("feeler_id")}
          problem={problem?.at("feeler_id")}
        >
          <option value="">Choose the set you take along …</option>
          {choices.data?.feeler_sets.map((gauge) => (
            <option key={gauge.id} value={gauge.id}>
              {gauge.name}
              {gauge.checked_on ? `, checked ${gauge.checked_on}` : ", never checked"}
            </option>
          ))}
        </SelectField>
        <ChoiceRow
          label="Where the play is gauged, before and after"
          column
          options={(choices.data?.gauging_places ?? []).map((place) => ({
            value: place.id,
            label: place.title,
            note: place.reason,
          }))}
          value={draft.where ?? ""}
          onChange={(value) => setDraft((before) => ({ ...before, where: value }))}
        />
        <ChoiceRow
          label="Places round the ring"
          options={[
            { value: "3", label: "Three", note: "Default: narrows the doubt" },
            { value: "1", label: "One", note: "Quicker" },
          ]}
          value={draft.places ?? "3"}
          onChange={(value) => setDraft((before) => ({ ...before, places: value }))}
        />
        {ownNut ? (
          <fieldset className="grid grid-cols-2 gap-2">
            <legend className="pb-1 text-sm font-bold">
              Nut and washer at hand (empty: as in the table)
            </legend>
            {text("nut_pitch", "Thread pitch")}
            {text("nut_outside", "Nut diameter")}
            {text("nut_slots", "Slots")}
            {text("nut_tabs", "Washer's outer tabs")}
          </fieldset>
        ) : (
          <Button kind="quiet" onClick={() => setOwnNut(true)}>
            Count tabs and slots of the nut at hand
          </Button>
        )}
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
        problem={preview.problem}
        card={draft.card ?? "A"}
        onCard={(card) => setDraft((before) => ({ ...before, card }))}
      />
    </div>
  );
}

/** The plan worked out while typing; the last good one stays visible. */
function usePreview(draft: PlanDraft): { sheet: PlanSheet | null; problem: ProblemError | null } {
  const [state, setState] = useState<{ sheet: PlanSheet | null; problem: ProblemError | null }>({
    sheet: null,
    problem: null,
  });
  const asked = useRef(0);
  useEffect(() => {
    if (!draft.designation && !draft.bore) return;
    const mine = ++asked.current;
    const timer = window.setTimeout(() => {
      previewPlan(draft).then(
        (sheet) => mine === asked.current && setState({ sheet, problem: null }),
        (error: unknown) =>
          mine === asked.current &&
          setState({ sheet: null, problem: error instanceof ProblemError ? error : null }),
      );
    }, WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [draft]);
  return state;
}
