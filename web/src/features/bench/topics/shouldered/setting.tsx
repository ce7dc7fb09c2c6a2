/** End play, or the torque that turns a preloaded pair, as it was read after the lock. */
import { Button, VerdictMark } from "../../../../ui";
import { EntryText } from "../../entry-text";
import { useEntry } from "../../use-entry";
import type { ShoulderProps } from "./panel";

export function ReadSetting({ work, tap, refused }: ShoulderProps) {
  const entry = useEntry({ value: "" }, refused, "read_setting");
  return (
    <form
      className="space-y-3 pt-4"
      onSubmit={(event) => {
        event.preventDefault();
        tap({ kind: "read_setting", value: entry.text("value") });
      }}
    >
      {work.setting ? (
        <p>
          <VerdictMark verdict={work.setting} /> {work.setting.reason}
        </p>
      ) : null}
      <EntryText entry={entry} name="value" hint={work.setting_asked} />
      <Button kind="main" data-main type="submit" disabled={!entry.text("value").trim()}>
        Check the setting
      </Button>
    </form>
  );
}
