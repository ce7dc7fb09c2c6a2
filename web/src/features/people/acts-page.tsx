/** Who did what, when, from which device. */
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { getActs, getPersons, type Act } from "../../api";
import { Button, SelectField, moment } from "../../ui";

const PAGE = 100;

export function ActsPage() {
  const [person, setPerson] = useState("");
  const persons = useQuery({ queryKey: ["persons"], queryFn: getPersons });
  const acts = useInfiniteQuery({
    queryKey: ["acts", person],
    queryFn: ({ pageParam }) => getActs(person, pageParam),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page) => (page.length === PAGE ? page.at(-1)?.entry : undefined),
  });
  const found = acts.data?.pages.flat() ?? [];
  return (
    <div className="mx-auto max-w-5xl space-y-4">
      <h1 className="text-2xl font-bold">Who did what</h1>
      <p className="text-soft">
        Every entry with the person and the device it came from; signing in, wrong tries and changed
        rights too. Nothing here is ever changed.
      </p>
      <div className="max-w-sm">
        <SelectField
          label="Of whom"
          value={person}
          onChange={(event) => setPerson(event.target.value)}
        >
          <option value="">Everybody</option>
          {persons.data?.people.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
      </div>
      <ul className="border-t-2 border-ink">
        {found.map((act) => (
          <Line key={act.entry} act={act} />
        ))}
      </ul>
      {acts.data && found.length === 0 ? <p>Nothing yet.</p> : null}
      {acts.isError ? <p className="sheet p-4">{acts.error.message}</p> : null}
      {acts.hasNextPage ? (
        <Button disabled={acts.isFetchingNextPage} onClick={() => void acts.fetchNextPage()}>
          Show more
        </Button>
      ) : null}
    </div>
  );
}

const GRAVE = /^(wrong|locked)/;

function Line({ act }: { act: Act }) {
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-2">
      <span className="w-40 text-sm text-soft">{moment(act.at)}</span>
      <b className="w-44">{act.person || "somebody unknown"}</b>
      <span
        className={`min-w-0 grow basis-64 ${GRAVE.test(act.what) ? "font-bold text-oxide" : ""}`}
      >
        {GRAVE.test(act.what) ? "▲ " : ""}
        {act.what}
        {act.about ? `, ${act.about}` : ""}
        {act.job_id ? (
          <>
            {" "}
            <Link className="text-dye underline" to={`/jobs/${act.job_id}`}>
              {act.seq ? `entry ${act.seq}` : "job"}
            </Link>
          </>
        ) : null}
        {act.pin === "not checked" ? <b className="text-care"> △ PIN not checked</b> : null}
      </span>
      <span className="text-sm text-soft">
        {act.device} {act.device_id ? `(${act.device_id})` : ""}
        {act.site ? `, ${act.site}` : ""}
      </span>
    </li>
  );
}
