/** What goes with a person: settings, PIN and password, devices, calendar addresses. */
import { ChoiceRow, useMe, useSettings } from "../../ui";
import { Links } from "./links";
import { OwnSecrets } from "./own-secrets";
import { Sessions } from "./sessions";

export function AccountPage() {
  const here = useMe();
  if (!here) return null;
  const { me } = here;
  return (
    <div className="mx-auto max-w-3xl space-y-4">
      <h1 className="text-2xl font-bold">{me.name}</h1>
      <ul>
        {me.sites.map((site) => (
          <li key={site.id}>
            <b>{site.name}:</b> {site.rights.map((right) => right.replace("_", "-")).join(", ")}
          </li>
        ))}
      </ul>
      {me.under ? <p>You work under {me.under}, who counter-signs.</p> : null}
      <Shown />
      {me.one_tap ? (
        <p className="sheet p-4">
          In the demonstration nobody has a password or a PIN. On a real server they are chosen
          here.
        </p>
      ) : (
        <OwnSecrets hasPin={me.has_pin} signOn={me.single_sign_on} />
      )}
      <Sessions />
      <Links />
    </div>
  );
}

const SHOWN = [
  { name: "units", label: "Units", options: { mm: "mm, °C", inch: "inch, thou" } },
  { name: "number", label: "Numbers in sentences", options: { point: "0.115", comma: "0,115" } },
  {
    name: "look",
    label: "Display",
    options: { light: "light, for the workshop", dark: "dark, for under the machine" },
  },
  { name: "text", label: "Text", options: { usual: "usual", large: "large", largest: "largest" } },
] as const;

function Shown() {
  const settings = useSettings();
  return (
    <section className="sheet space-y-3 p-4" aria-labelledby="shown">
      <h2 id="shown" className="text-lg font-bold">
        How it is shown
      </h2>
      <p className="text-soft">Goes with you to every device.</p>
      {SHOWN.map(({ name, label, options }) => (
        <ChoiceRow
          key={name}
          label={label}
          value={settings[name]}
          onChange={(value) => settings.change({ [name]: value })}
          options={Object.entries(options).map(([value, words]) => ({ value, label: words }))}
        />
      ))}
    </section>
  );
}
