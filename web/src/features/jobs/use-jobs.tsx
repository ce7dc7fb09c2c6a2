/** Jobs page by page. */
import { keepPreviousData, useInfiniteQuery } from "@tanstack/react-query";
import { JOBS_PAGE, getJobs, type JobSummary } from "../../api";
import { Button } from "../../ui";

export type Pages = ReturnType<typeof useJobs>;

/**
 * Jobs at the bench, or finished ones, page by page. Only a first page that stands alone is asked
 * for again and again.
 */
export function useJobs(live: boolean, words: string, who = "") {
  return useInfiniteQuery({
    queryKey: ["jobs", live, words, who],
    queryFn: ({ pageParam }) => getJobs(live, words, pageParam, who),
    initialPageParam: undefined as JobSummary | undefined,
    getNextPageParam: (page) => (page.length === JOBS_PAGE ? page.at(-1) : undefined),
    refetchInterval: ({ state }) => (live && state.data?.pages.length === 1 ? 20_000 : false),
    placeholderData: keepPreviousData,
  });
}

export function More({ pages }: { pages: Pages }) {
  if (!pages.hasNextPage) return null;
  return (
    <div className="pt-4">
      <Button disabled={pages.isFetchingNextPage} onClick={() => void pages.fetchNextPage()}>
        {pages.isFetchingNextPage ? "Fetching …" : "Show more"}
      </Button>
    </div>
  );
}
