/** A shelf of tools, and a tool on it. */
import type { ReactNode } from "react";
import { Button } from "../../ui";
import { Actions, History } from "./item-actions";

export function Shelf(props: {
  id: string;
  title: string;
  about: string;
  none: string;
  empty: boolean;
  add: string;
  adding: boolean;
  onAdd: () => void;
  form: ReactNode;
  children: ReactNode;
}) {
  return (
    <section aria-labelledby={props.id}>
      <h2 id={props.id} className="text-2xl font-bold">
        {props.title}
      </h2>
      <p className="pb-3 text-soft">{props.about}</p>
      <ul className="grid gap-3 pb-3">{props.children}</ul>
      {props.empty && !props.adding ? <p className="pb-3">{props.none}</p> : null}
      {props.adding ? (
        <div className="sheet p-4">{props.form}</div>
      ) : (
        <Button onClick={props.onAdd}>{props.add}</Button>
      )}
    </section>
  );
}

export function Tool(props: {
  name: string;
  withdrawn: boolean;
  history: readonly string[];
  onChange: () => void;
  onWithdraw: () => void;
  form: ReactNode;
  children: ReactNode;
}) {
  const { name, withdrawn, history, onChange, onWithdraw } = props;
  return (
    <li className="sheet p-4">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div className="min-w-0">
          <h3 className="text-lg font-bold">
            {name}
            {withdrawn ? <span className="text-oxide"> (withdrawn)</span> : null}
          </h3>
          {props.children}
        </div>
        <Actions name={name} withdrawn={withdrawn} onChange={onChange} onWithdraw={onWithdraw} />
      </div>
      <History lines={history} />
      {props.form}
    </li>
  );
}
