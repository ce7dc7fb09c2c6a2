/** The way to another sheet of the calculator. */
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { getSheets, type SheetHead } from "../../api";
import { SelectField } from "../../ui";

export function useSheets(): SheetHead[] | undefined {
  return useQuery({ queryKey: ["sheets"], queryFn: getSheets, staleTime: Infinity }).data;
}

export function SheetChoice({ now }: { now: string }) {
  const navigate = useNavigate();
  const sheets = useSheets() ?? [];
  const groups = [...new Set(sheets.map((sheet) => sheet.group))];
  return (
    <div className="min-w-0 max-w-full basis-80">
      <SelectField
        label="Sheet"
        value={now}
        onChange={(event) =>
          void navigate(event.target.value ? `/calculator/${event.target.value}` : "/calculator")
        }
      >
        <option value="">Whole mounting, side by side</option>
        {groups.map((group) => (
          <optgroup key={group} label={group}>
            {sheets
              .filter((sheet) => sheet.group === group)
              .map((sheet) => (
                <option key={sheet.id} value={sheet.id}>
                  {sheet.title}
                </option>
              ))}
          </optgroup>
        ))}
      </SelectField>
    </div>
  );
}
