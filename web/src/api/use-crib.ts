/** Guns and wrenches of the crib that can be used, for forms that ask which one. */
import { useQuery } from "@tanstack/react-query";
import { getCrib } from "./client";

export function useTools() {
  const crib = useQuery({ queryKey: ["crib"], queryFn: getCrib, staleTime: 60_000 }).data;
  return {
    guns: (crib?.guns ?? []).filter(({ withdrawn }) => !withdrawn),
    wrenches: (crib?.wrenches ?? []).filter(({ withdrawn }) => !withdrawn),
  };
}
