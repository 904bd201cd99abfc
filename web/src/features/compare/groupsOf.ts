import type { Told } from "../../api/client";

export type RowPair = Told["rows"][number];

/** A row that differs, or a run of rows that do not, in words. */
export type Group =
  | { key: string; same: string }
  | { key: string; same?: undefined; pair: RowPair };

export function groupsOf(rows: RowPair[]): Group[] {
  const groups: Group[] = [];
  let run: RowPair[] = [];
  const close = () => {
    const [head, tail] = [run[0]?.second, run.at(-1)?.second];
    if (head && tail) {
      const same =
        head.number === tail.number
          ? `step ${head.number} is the same`
          : `steps ${head.number} to ${tail.number} are the same`;
      groups.push({ key: `same-${head.id}`, same });
    }
    run = [];
  };
  for (const pair of rows) {
    if (pair.how === "same") {
      run.push(pair);
      continue;
    }
    close();
    groups.push({ key: `${pair.first?.id ?? ""}/${pair.second?.id ?? ""}`, pair });
  }
  close();
  return groups;
}
