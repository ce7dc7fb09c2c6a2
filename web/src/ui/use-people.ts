/** Who is at this device, for whatever shows it. */
import { useSyncExternalStore } from "react";
import { people } from "../api";

export const usePeople = () => useSyncExternalStore(people.subscribe, people.snapshot);

/** Who is here, and the site that is looked at; undefined where nobody is. */
export function useMe() {
  usePeople();
  return people.current();
}

/** Whether who is here may do that at the site that is looked at. */
export function useMay(right: Parameters<typeof people.may>[0]): boolean {
  usePeople();
  return people.may(right);
}
