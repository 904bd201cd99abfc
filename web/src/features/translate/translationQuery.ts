import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { answerOf, api, type Translation } from "../../api/client";
import { announce } from "../../ui/announce";

export interface Path {
  codename: string;
  slug: string;
  version: string;
  language: string;
}

const AT = "/api/guides/{codename}/{slug}/versions/{version}/translations/{language}" as const;
const keyOf = (path: Path) => [
  "translation",
  path.codename,
  path.slug,
  path.version,
  path.language,
];

export const translationQuery = (path: Path) =>
  queryOptions({
    queryKey: keyOf(path),
    queryFn: ({ signal }) => answerOf(api.GET(AT, { params: { path }, signal })),
  });

/** Saves what was typed, or a whole file; the answer is the translation as it stands then. */
export function useTranslating(path: Path, seen: string, onDone: () => void) {
  const client = useQueryClient();
  const onSuccess = (told: Translation) => {
    client.setQueryData(keyOf(path), told);
    const left = told.left_out
      ? ` ${told.left_out} of the file are for other words, and were left out.`
      : "";
    announce(`Saved: ${told.done} of ${told.texts.length} texts are translated.${left}`);
    onDone();
  };
  const save = useMutation({
    mutationFn: (says: Record<string, string>) =>
      answerOf(api.POST(AT, { params: { path }, body: { seen, says } })),
    onSuccess,
  });
  const take = useMutation({
    mutationFn: (file: File) =>
      answerOf(
        api.POST(`${AT}/file.po`, {
          params: { path },
          body: { seen, file: file as unknown as string },
          bodySerializer: () => {
            const form = new FormData();
            form.append("seen", seen);
            form.append("file", file);
            return form;
          },
        }),
      ),
    onSuccess,
  });
  return { save, take };
}
