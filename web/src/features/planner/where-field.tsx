/**
 * Machine and position: asked alike for every kind of plan. What cannot take this kind is not
 * offered.
 */
import type { Choices, Kind, ProblemField } from "../../api";
import { SelectField, TextField } from "../../ui";
import { NotAsListed } from "./not-as-listed";
import { OfferBox } from "./offer-box";
import type { Prefill } from "./use-prefill";
import { ELSEWHERE, inPlant, notInPlant, offered, type Where } from "./where";

export interface WhereFieldProps {
  kind: Kind;
  choices: Choices | undefined;
  where: Where;
  onChange: (part: Partial<Where>) => void;
  at: (name: string) => ProblemField | undefined;
  /** The number that is planned, to compare with the list's. */
  planned: string;
  prefill: Prefill;
  fixed?: boolean;
}

export function WhereField({
  kind,
  choices,
  where,
  onChange,
  at,
  planned,
  prefill,
  fixed,
}: WhereFieldProps) {
  const { machines, others } = offered(choices, kind);
  return (
    <>
      <SelectField
        label="Machine and position"
        value={where.positionId}
        disabled={fixed}
        onChange={(event) => onChange({ positionId: event.target.value })}
        problem={at("position_id")}
        hint={
          others > 0
            ? `${others} positions with other kinds of bearing are not offered here.`
            : undefined
        }
      >
        <option value="">Choose …</option>
        <option value={ELSEWHERE}>Not in the plant yet</option>
        {machines.map((machine) => (
          <optgroup
            key={machine.id}
            label={machine.area ? `${machine.name} (${machine.area})` : machine.name}
          >
            {machine.positions.map((position) => (
              <option key={position.id} value={position.id}>
                {machine.name}: {position.name}
                {position.fixed === true ? ", fixed" : position.fixed === false ? ", floating" : ""}
              </option>
            ))}
          </optgroup>
        ))}
      </SelectField>
      {notInPlant(where) && !fixed ? (
        <div className="grid gap-3 border-l-4 border-dye pl-3 sm:grid-cols-2">
          <TextField
            label="Machine, as people call it"
            value={where.machine}
            problem={at("machine")}
            onChange={(event) => onChange({ machine: event.target.value })}
          />
          <TextField
            label="Which bearing of it"
            placeholder="drive end"
            value={where.name}
            problem={at("name")}
            onChange={(event) => onChange({ name: event.target.value })}
          />
        </div>
      ) : null}
      {prefill.offer ? (
        <OfferBox prefill={prefill} />
      ) : (
        <NotAsListed position={inPlant(where)} planned={planned} />
      )}
    </>
  );
}
