/**
 * Where nothing is there yet: what this is, in two sentences and one drawing, and where to begin.
 */
import { Link } from "react-router";
import { Picture } from "../../drawing";

export function WhatThisIs() {
  return (
    <div className="sheet flex flex-wrap items-start gap-5 p-5">
      <div className="min-w-0 flex-1 basis-80 space-y-2">
        <p>
          This is the bench notebook for changing bearings: it does the arithmetic, draws the part
          in front of you, and says the next move with its reason and its doubt. Every tap is kept,
          with or without a network, and at the end stands a record to sign.
        </p>
        <p>
          No job is open. <b>Plan a mounting</b> to begin: choose the machine and the bearing, and
          the targets are worked out before you walk to it.
        </p>
        <p className="flex flex-wrap gap-x-5">
          <Link to="/guide" className="inline-flex min-h-11 items-center text-dye underline">
            Guide: a first day, and each kind of work
          </Link>
          <Link to="/plant" className="inline-flex min-h-11 items-center text-dye underline">
            Machines, positions, people: begin here where nothing is in yet
          </Link>
        </p>
      </div>
      <Picture name="drive_up" />
    </div>
  );
}
