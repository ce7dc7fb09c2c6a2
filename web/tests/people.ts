/** People of a device, made up. */
import type { In, Me } from "../src/api";

export const RIGHTS = ["read", "work", "sign", "plan"] as const;

export function meOf(name: string, part: Partial<Me> = {}): Me {
  return {
    id: `id-${name.toLowerCase().replaceAll(" ", "-")}`,
    name,
    handle: name.toLowerCase(),
    sites: [
      {
        id: "main",
        name: "The mill",
        rights: [...RIGHTS],
        quiet_min: 30,
        offline_days: 7,
        four_eyes: false,
      },
    ],
    settings: {},
    has_pin: true,
    must_change: false,
    single_sign_on: false,
    under: "",
    until: new Date(Date.now() + 86_400_000).toISOString(),
    one_tap: false,
    deciders: {},
    ...part,
  };
}

export const inOf = (name: string, tap = "", part: Partial<Me> = {}): In => ({
  me: meOf(name, part),
  tap,
});
