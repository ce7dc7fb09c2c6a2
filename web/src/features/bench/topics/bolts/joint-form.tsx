/**
 * A joint: how many bolts, how they stand, torque by the maker or by grade, wrench and extension.
 */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { Button, ChoiceRow, SelectField, useSettings } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { ClosingProps } from "./panel";
import { WrenchFields } from "./wrench-fields";

const EMPTY = {
  count: "",
  screw: "",
  grade: "",
  torque: "",
  torque_source: "",
  engaged: "",
  wrench: "",
  wrench_from: "",
  wrench_to: "",
  wrench_checked: "",
  wrench_length: "",
  extension: "",
  angle: "",
};

export function JointForm({ work, tap, refused }: ClosingProps) {
  const { units } = useSettings();
  const entry = useEntry(EMPTY, refused, "plan_joint");
  const wrong = work.joints.find(({ at_torque }) => !at_torque)?.joint ?? "";
  const [joint, setJoint] = useState(work.to_plan || wrong);
  const [layout, setLayout] = useState("corners");
  const [by, setBy] = useState("maker");
  const [finish, setFinish] = useState("");
  const [into, setInto] = useState("");
  const maker = by === "maker";
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        const { torque, torque_source, grade, ...rest } = entry.values as typeof EMPTY;
        const asked = maker ? { torque, torque_source } : { grade, finish };
        tap({
          kind: "plan_joint",
          joint,
          layout,
          into,
          ...rest,
          ...asked,
          shown: units === "mm" ? "mm" : "in",
        });
      }}
    >
      <ChoiceRow
        label="Joint"
        value={joint}
        onChange={setJoint}
        options={choicesOf("plan_joint", "joint")}
      />
      <div className="grid gap-3 sm:grid-cols-2">
        <EntryText entry={entry} name="count" words={["2", "4"]} />
        <EntryText entry={entry} name="screw" hint="M16, M20x1.5, 5/8-11" />
      </div>
      <ChoiceRow
        label="They stand"
        value={layout}
        onChange={setLayout}
        options={choicesOf("plan_joint", "layout")}
        problem={entry.problem("layout")}
      />
      <ChoiceRow
        label="Torque by"
        value={by}
        onChange={setBy}
        options={[
          { value: "maker", label: "the maker: goes first" },
          { value: "grade", label: "grade and thread" },
        ]}
      />
      <div className="grid gap-3 sm:grid-cols-2">
        {maker ? (
          <>
            <EntryText entry={entry} name="torque" hint="N·m, lbf·ft" />
            <EntryText entry={entry} name="torque_source" words={["sheet of the housing"]} />
          </>
        ) : (
          <>
            <SelectField
              label="Grade"
              value={entry.text("grade")}
              onChange={(event) => entry.set("grade")(event.target.value)}
              problem={entry.problem("grade")}
            >
              <option value="">choose …</option>
              {work.grades.map((grade) => (
                <option key={grade}>{grade}</option>
              ))}
            </SelectField>
            <ChoiceRow
              label="The thread is"
              value={finish}
              onChange={setFinish}
              options={work.finishes.map((value) => ({ value, label: value }))}
              problem={entry.problem("finish")}
            />
          </>
        )}
        <ChoiceRow
          label="They go into"
          value={into}
          onChange={setInto}
          options={work.into.map((value) => ({ value, label: value }))}
          problem={entry.problem("into")}
        />
        <EntryText entry={entry} name="engaged" hint="empty: not measured" />
      </div>
      <WrenchFields entry={entry} />
      <Button
        kind="main"
        data-main
        type="submit"
        disabled={!entry.text("count").trim() || !entry.text("screw").trim()}
      >
        Work out the torque
      </Button>
    </form>
  );
}
