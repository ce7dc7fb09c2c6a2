/** What the fields of an entry are called in a correction, and what can be chosen; by the entry's kind where others use the name too. */

const yesNo = [
  { value: "yes", label: "yes" },
  { value: "", label: "no" },
];
const asked = ["yes", "no", ""].map((value) => ({ value, label: value || "not asked here" }));
const faces = (...labels: string[]) =>
  labels.map((label, at) => ({ value: ["marked", "other", "middle", "unseen"][at]!, label }));
const known = ["yes", "no", "not known"].map((value) => ({ value, label: value }));
export const OPTIONS: Record<string, { label: string; options: { value: string; label: string }[] }> = {
  outcome: {
    label: "It did",
    options: ["passes", "drags", "does not pass"].map((value) => ({ value, label: value })),
  },
  away: { label: "Away from the fixed bearing", options: yesNo },
  closes: { label: "Growth closes it", options: yesNo },
  tightness: {
    label: "It is",
    options: ["open", "by hand", "snug", "at torque"].map((value) => ({ value, label: value })),
  },
  past: { label: "Past its old mark", options: yesNo },
  whole_nut: { label: "Its whole height is on the thread", options: yesNo },
  ring: {
    label: "Tight is",
    options: ["inner", "outer", "both", "none", "unknown"].map((value) => ({ value, label: value })),
  },
  shaft_out: { label: "The shaft can leave its machine", options: known },
  keep: { label: "To be used again", options: known },
  captive_nut: { label: "Its nut is captive", options: known },
  tap_tested: { label: "Held after the tap", options: yesNo },
  "stud_clamped.thread": {
    label: "Thread",
    options: ["dry", "oiled"].map((value) => ({ value, label: value })),
  },
  side: {
    label: "Bearing",
    options: ["fixed", "floating"].map((value) => ({ value, label: value })),
  },
  end: {
    label: "End",
    options: ["drive", "far"].map((value) => ({ value, label: value })),
  },
  tab_bent: { label: "Tab in a slot", options: yesNo },
  jammed: { label: "Second nut jammed", options: yesNo },
  pinned: { label: "The pinned flinger", options: yesNo },
  both_screws: { label: "Both set screws", options: yesNo },
  no_contact: { label: "Nothing touches", options: yesNo },
  had_turned: { label: "Its outer ring had turned", options: yesNo },
  pin_slot: { label: "A slot for a pin", options: yesNo },
  swivels: { label: "Swivels by hand", options: yesNo },
  "housing_bore_seen.groove": {
    label: "Groove in the bore",
    options: faces("towards the marked face", "towards the other face", "in the middle", "not to be seen"),
  },
  groove_faces: {
    label: "Its groove looks to",
    options: faces("the marked face", "the other face", "neither: the middle"),
  },
  pin: {
    label: "Its pin is",
    options: [
      { value: "in_slot", label: "in the housing's slot" },
      { value: "on_iron", label: "against solid iron" },
      { value: "none", label: "it has none" },
    ],
  },
  closed: {
    label: "Grease hole closed by",
    options: [
      { value: "new_fitting", label: "new fitting" },
      { value: "plug", label: "brass plug" },
      { value: "old_fitting", label: "the old fitting" },
    ],
  },
  by: {
    label: "What holds it or lets it float",
    options: [
      { value: "housing", label: "the housing holds it" },
      { value: "ring_inner", label: "snap ring, inner groove" },
      { value: "ring_outer", label: "snap ring, outer groove" },
      { value: "room", label: "expansion housing" },
    ],
  },
  footing: {
    label: "The screws stand on",
    options: [
      { value: "", label: "no set screws" },
      { value: "plain", label: "the plain shaft" },
      { value: "dimple", label: "a dimple" },
      { value: "flat", label: "a flat" },
    ],
  },
  passes: { label: "Passes", options: ["1", "2"].map((value) => ({ value, label: value })) },
  in_line: { label: "Screws of both units in line", options: asked },
  slits_apart: { label: "Slits apart", options: asked },
  turned: {
    label: "Collar turned, from its own side",
    options: ["", "clockwise", "anticlockwise"].map((value) => ({ value, label: value || "no collar" })),
  },
  freely: { label: "Turns freely", options: yesNo },
  turns_freely: { label: "Turns freely", options: yesNo },
  "mark_seen.how": {
    label: "How sure",
    options: ["seen", "doubtful", "not looked", "destroyed"].map((value) => ({ value, label: value })),
  },
  swivel: {
    label: "Swivels",
    options: ["freely", "slight drag", "binds"].map((value) => ({ value, label: value })),
  },
  "gauging_started.where": {
    label: "Gauged",
    options: [
      { value: "hung_bottom", label: "hanging, at the bottom" },
      { value: "lifted_top", label: "lifted, at the top" },
      { value: "bench_top", label: "on the bench, at the top" },
    ],
  },
  tool: {
    label: "Measured with",
    options: ["dial indicator", "depth micrometer", "steel rule", ""].map((value) => ({
      value,
      label: value || "not measured",
    })),
  },
};
export const TEXTS: Record<string, string> = {
  leaf: "Leaf",
  amount: "How far",
  turn: "Tightened, degrees",
  washer_thickness: "Washer, measured",
  sleeve_before: "Sleeve end to ring, before",
  sleeve_after: "Sleeve end to ring, after",
  start_pressure: "Start pressure",
  text: "Note",
  size: "Micrometer",
  shaft_temperature: "Shaft",
  ring_temperature: "Ring",
  where: "Where",
  specified: "Asked for",
  found: "Stands on the part",
  decided_by: "Decided by",
  reason: "Reason",
  what: "What",
  joint: "Joint",
  wrench: "Wrench",
  seat: "Width of the housing seat",
  near: "Rings on the datum's side",
  far: "Rings on the far side",
  sleeve_to_ring: "Thread end to ring",
  cause: "Cause",
  offset: "Offset",
  gap: "Gap",
  gaps: "Under the feet",
  temperature: "Shaft",
  outer_temperature: "Outer ring",
  circle: "On a circle of",
  stud: "Stud",
  hole: "Hole",
  torque: "Torque",
  enters: "Leaf enters at",
  letters: "Answer, by its letter",
  at: "Place",
  "finding_marked.at": "Where it begins",
  to: "Where it ends",
  how: "How",
  row: "Row",
  middle: "Its middle, from the nut side",
  width: "Its width",
  rollers: "Rollers in one row",
  housing_temperature: "Housing",
  stands_out: "Sticks out below",
  free: "Free height",
  depth: "Depth to the outer ring",
  spigot: "Spigot",
  room_toward: "Room towards the fixed unit",
  room_away: "Room away from it",
  over: "Over a length of",
  feet: "Under each foot",
  bolt: "Bolt",
  wanted: "Shift it by",
  after: "After",
  to_marked: "Fitting to the marked face",
  to_other: "Fitting to the other face",
  first: "Depth at the first slot",
  second: "Depth at the second slot",
  proof: "Seen by, or photograph",
};

/** The choice or the label for a field of an entry. */
export const optionsFor = (kind: string, name: string) => OPTIONS[`${kind}.${name}`] ?? OPTIONS[name];
export const labelFor = (kind: string, name: string) => TEXTS[`${kind}.${name}`] ?? TEXTS[name];
