/** What is measured once housings stand: gaps, feet, alignment, bolt holes. */
import { useState } from "react";
import { choicesOf } from "../../../../api";
import { ChoiceRow, Tick } from "../../../../ui";
import { PlaceForm } from "./place-form";
import type { LineUpProps } from "./panel";

export function Gap(props: LineUpProps) {
  const [closes, setCloses] = useState(true);
  return (
    <PlaceForm
      {...props}
      kind="say_gap"
      shaft
      action="Check the gap"
      fields={[
        { name: "name", label: "Gap", words: ["labyrinth", "flinger", "cover"] },
        { name: "gap", label: "As set" },
      ]}
      onSend={(_, v, shown) =>
        props.tap({ kind: "say_gap", name: v["name"] ?? "", gap: v["gap"] ?? "", closes, shown })
      }
    >
      <Tick label="Growth closes it" checked={closes} onChange={setCloses} />
    </PlaceForm>
  );
}

export function Feet(props: LineUpProps) {
  return (
    <PlaceForm
      {...props}
      kind="say_feet"
      action="Work out the shims"
      fields={[
        {
          name: "gaps",
          label: "Feeler under each foot, bolt loose",
          hint: "with a plus: 0 + 0.05 + 0 + 0.12",
        },
      ]}
      onSend={(place, v, shown) =>
        props.tap({ kind: "say_feet", place, gaps: v["gaps"] ?? "", shown })
      }
    />
  );
}

export function Alignment(props: LineUpProps) {
  const [labyrinth, setLabyrinth] = useState(false);
  const [tool, setTool] = useState("straightedge");
  return (
    <PlaceForm
      {...props}
      kind="read_alignment"
      action="Check the alignment"
      fields={[
        { name: "offset", label: "Offset read" },
        { name: "over", label: "Over a length of" },
      ]}
      onSend={(place, v, shown) =>
        props.tap({
          kind: "read_alignment",
          place,
          offset: v["offset"] ?? "",
          over: v["over"] ?? "",
          labyrinth,
          tool,
          shown,
        })
      }
    >
      <ChoiceRow
        label="By"
        value={tool}
        onChange={setTool}
        options={choicesOf("read_alignment", "tool")}
      />
      <Tick label="The seal is a labyrinth" checked={labyrinth} onChange={setLabyrinth} />
    </PlaceForm>
  );
}

export function BoltHoles(props: LineUpProps) {
  return (
    <PlaceForm
      {...props}
      kind="say_bolt_holes"
      action="Does it fit?"
      fields={[
        { name: "hole", label: "Hole" },
        { name: "bolt", label: "Bolt" },
        { name: "wanted", label: "Correction wanted" },
      ]}
      onSend={(place, v, shown) =>
        props.tap({
          kind: "say_bolt_holes",
          place,
          hole: v["hole"] ?? "",
          bolt: v["bolt"] ?? "",
          wanted: v["wanted"] ?? "",
          shown,
        })
      }
    />
  );
}
