import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type Sheet, type Writing } from "../../api/client";
import { patiently } from "../../api/patiently";
import { refresh } from "../../api/touched";
import { counted } from "../../ui/counted";
import { ProblemView } from "../../ui/ProblemView";
import { TextButton } from "../../ui/TextButton";
import type { Path } from "./useWriting";

/** Who comes in and who is turned away, with the nearest phone of each; it moves with each key. */
export function WhoComes(props: { path: Path; writing: Writing; sheet: Sheet }) {
  const { path, writing, sheet } = props;
  const client = useQueryClient();
  const narrow = useMutation({
    mutationFn: () =>
      patiently(
        () =>
          api.POST("/api/drafts/{codename}/{slug}/admit-through", {
            params: { path },
            body: { seen: writing.fingerprint },
          }),
        { once: true },
      ),
    onSuccess: () => refresh(client, "guide"),
  });
  const { who } = writing;
  const away = who?.away.filter((each) => each.phones > 0) ?? [];
  return (
    <div className="text-soft">
      <p>
        {counted(sheet.admitted, "kind of phone", "kinds of phone")} come in
        {who?.example && `, for example ${who.example}`}
        {who && sheet.admitted > 0 && `; ${through(who.through, sheet)}`}.{" "}
        {who?.some && (
          <TextButton disabled={narrow.isPending} onClick={() => narrow.mutate()}>
            Admit only the phones that come through
          </TextButton>
        )}
      </p>
      {away.length > 0 && (
        <ul>
          {away.map((each) => (
            <li key={each.words}>
              {counted(each.phones, "kind is", "kinds are")} turned away, for example {each.example}
              . Required: {each.words}
            </li>
          ))}
        </ul>
      )}
      {narrow.error && <ProblemView error={narrow.error} />}
    </div>
  );
}

function through(kinds: number, sheet: Sheet): string {
  const chosen = sheet.options.length > 0 ? ", whatever is chosen" : "";
  if (kinds === sheet.admitted) return `all of them come through${chosen}`;
  if (kinds === 0) return `none of them comes through without a stop${chosen}`;
  return `${kinds.toLocaleString("en")} of them come through${chosen}`;
}
