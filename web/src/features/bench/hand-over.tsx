/** A job is given to somebody, with what that person should know. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { getPeople } from "../../api";
import { Button, ChoiceRow, Overlay, TextField } from "../../ui";
import type { Tap } from "./parts";

export function HandOver({ tap }: { tap: Tap }) {
  const [open, setOpen] = useState(false);
  const [to, setTo] = useState("");
  const [note, setNote] = useState("");
  const people = useQuery({
    queryKey: ["people"],
    queryFn: getPeople,
    enabled: open,
    staleTime: 60_000,
  });
  return (
    <>
      <Button kind="quiet" onClick={() => setOpen(true)}>
        Hand this job over
      </Button>
      <Overlay
        title="Hand this job over"
        description="It stands on the other one's first page, with your note."
        open={open}
        onClose={() => setOpen(false)}
      >
        <ChoiceRow
          label="To"
          value={to}
          onChange={setTo}
          options={(people.data ?? []).map((name) => ({ value: name, label: name }))}
        />
        <TextField
          label="What the other one should know"
          value={note}
          placeholder="driven to 40 µm, lock plate on the bench"
          onChange={(event) => setNote(event.target.value)}
        />
        <Button
          kind="main"
          disabled={!to || !note.trim()}
          onClick={() => {
            tap({ kind: "hand_over", to, note });
            setOpen(false);
          }}
        >
          Hand it over
        </Button>
      </Overlay>
    </>
  );
}
