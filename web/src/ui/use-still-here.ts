import { useCallback, useEffect, useRef } from "react";

/**
 * Whether a part is still on the page. What comes for it afterwards changes nothing: it would move
 * the page, or a mark, under somebody who has gone on.
 */
export function useStillHere(): () => boolean {
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  return useCallback(() => here.current, []);
}
