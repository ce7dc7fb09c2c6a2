/**
 * Photographs and sheets: sent first, then kept with the job by a tap. What could not be sent stays
 * here to be sent again.
 */
import { useState } from "react";
import { Button, SelectField, TextField } from "../../../../ui";
import { useKeep } from "../../kept/use-keep";
import { useOutline } from "../../use-outline";
import type { StockProps } from "./panel";

export function Photos({ job, work, tap }: StockProps & { job: string }) {
  const [file, setFile] = useState<File | null>(null);
  const [caption, setCaption] = useState("");
  const [stage, setStage] = useState("");
  const { said, keep: send } = useKeep(job, tap);
  const keep = async (chosen: File) => {
    if (!(await send(chosen, { caption: caption || chosen.name, stage: stage || "take_stock" })))
      return;
    setFile(null);
    setCaption("");
    setStage("");
  };
  return (
    <section aria-label="Photographs and sheets">
      <h2 className="font-bold">Photographs and sheets</h2>
      <div className="flex flex-wrap gap-3 py-2">
        {work.attached.map((one) => (
          <a
            key={one.attachment}
            href={`/api/jobs/${job}/attachments/${one.attachment}`}
            className="block w-36 text-sm text-dye underline underline-offset-4"
          >
            {one.what === "photo" ? (
              <img
                src={`/api/jobs/${job}/attachments/${one.attachment}`}
                alt={one.caption}
                className="h-24 w-36 border border-rule object-cover"
                loading="lazy"
              />
            ) : null}
            {one.caption}
          </a>
        ))}
      </div>
      <div className="grid gap-x-6 sm:grid-cols-2">
        <FileInput
          label="Take a photograph"
          accept="image/*"
          capture="environment"
          onFile={setFile}
        />
        <FileInput
          label="Choose a picture or a sheet (PDF)"
          accept="image/*,application/pdf"
          onFile={setFile}
        />
      </div>
      {file ? (
        <div className="space-y-3">
          <TextField
            label="What it shows"
            value={caption}
            onChange={(event) => setCaption(event.target.value)}
          />
          <NeededAt job={job} value={stage} onChange={setStage} />
          <Button kind="main" onClick={() => void keep(file)}>
            Keep it with the job
          </Button>
        </div>
      ) : null}
      {said ? (
        <p role="status" className="py-2">
          △ {said}
        </p>
      ) : null}
    </section>
  );
}

function FileInput(props: {
  label: string;
  accept: string;
  capture?: "environment";
  onFile: (file: File | null) => void;
}) {
  const { label, onFile, ...input } = props;
  return (
    <label className="block">
      <span className="text-sm font-bold">{label}</span>
      <input
        type="file"
        className="block min-h-12 w-full py-2"
        onChange={(event) => onFile(event.target.files?.[0] ?? null)}
        {...input}
      />
    </label>
  );
}

/** A sheet is opened again at the stage that needs it. */
function NeededAt(props: { job: string; value: string; onChange: (stage: string) => void }) {
  const stages = useOutline(props.job, undefined).stages.flatMap((stage) => stage.tasks);
  const once = stages.filter(
    (task, at) => stages.findIndex((other) => other.stage === task.stage) === at,
  );
  return (
    <SelectField
      label="Needed at"
      value={props.value}
      onChange={(event) => props.onChange(event.target.value)}
    >
      <option value="">no stage: it shows what was found</option>
      {once
        .filter((task) => !["make_safe", "take_stock"].includes(task.stage))
        .map((task) => (
          <option key={task.stage} value={task.stage}>
            {task.title}
          </option>
        ))}
    </SelectField>
  );
}
