import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useEffect, useRef } from "react";
import { answerOf, api } from "../../api/client";
import { useDigests } from "../../digests/useDigests";
import { Button } from "../../ui/Button";
import { useSettled } from "../../ui/useSettled";
import type { NewFile } from "./replacement";

/** A newer release of a file: its name says which one it follows; its bytes are digested here. */
export function NewerFields(props: {
  codename: string;
  file: NewFile;
  builds: string[];
  onChange: (file: NewFile) => void;
}) {
  const { codename, file, onChange } = props;
  const picker = useRef<HTMLInputElement>(null);
  const digests = useDigests(([found]) => {
    const sha256 = found?.digests.sha256 ?? "";
    if (found) onChange({ ...file, name: found.name, size: found.size, sha256, before: "" });
  });
  const name = useSettled(file.name, 200);
  const older = useQuery({
    queryKey: ["older", codename, name],
    enabled: name !== "",
    queryFn: ({ signal }) =>
      answerOf(
        api.GET("/api/codenames/{codename}/older", {
          params: { path: { codename }, query: { name } },
          signal,
        }),
      ),
  });
  const first = older.data?.[0];
  // The latest that the name follows is meant, until another is chosen.
  useEffect(() => {
    if (first && !file.before && name === file.name) onChange({ ...file, before: first });
  }, [first, file, name, onChange]);
  return (
    <>
      <Field says="Name of the newer file">
        <input
          className="letter"
          required
          value={file.name}
          onChange={(event) => onChange({ ...file, name: event.target.value.trim(), before: "" })}
        />
      </Field>
      <Field says="SHA-256">
        <input
          className="letter"
          required
          pattern="[0-9a-fA-F]{64}"
          title="64 digits and letters from a to f"
          value={file.sha256}
          onChange={(event) => onChange({ ...file, sha256: event.target.value.trim() })}
        />
      </Field>
      <Field says="Size in bytes">
        <input
          className="letter"
          required
          inputMode="numeric"
          pattern="[0-9]+"
          value={file.size || ""}
          onChange={(event) =>
            onChange({ ...file, size: Number(event.target.value.replace(/\D/g, "")) })
          }
        />
      </Field>
      <p className="flex items-baseline gap-3">
        <Button onClick={() => picker.current?.click()}>Read them from the file</Button>
        <span className="text-soft">
          {digests.running
            ? `${Math.round((100 * digests.running.done) / Math.max(1, digests.running.total))} %`
            : "It is read in this browser and never uploaded."}
        </span>
        <input
          ref={picker}
          type="file"
          className="sr-only"
          aria-label="The newer file"
          tabIndex={-1}
          onChange={(event) => {
            digests.start([...(event.target.files ?? [])], ["sha256"]);
            event.target.value = "";
          }}
        />
      </p>
      <Field says="It takes the place of">
        {older.data && older.data.length > 0 ? (
          <select
            value={file.before}
            onChange={(event) => onChange({ ...file, before: event.target.value })}
          >
            {older.data.map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        ) : (
          <input
            className="letter"
            required
            placeholder={older.data ? "no file here has an older name of this kind" : ""}
            value={file.before}
            onChange={(event) => onChange({ ...file, before: event.target.value.trim() })}
          />
        )}
      </Field>
      <Field says="The build or release that it holds, where its name does not say it">
        <input
          className="letter"
          list="replace-builds"
          value={file.build}
          onChange={(event) => onChange({ ...file, build: event.target.value.trim() })}
        />
        <datalist id="replace-builds">
          {props.builds.map((build) => (
            <option key={build} value={build} />
          ))}
        </datalist>
      </Field>
      <Field says="Where readers get it">
        <input
          value={file.source}
          onChange={(event) => onChange({ ...file, source: event.target.value.trim() })}
        />
      </Field>
    </>
  );
}

function Field({ says, children }: { says: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: its field is what stands in it
    <label>
      <span className="text-soft">{says}</span>
      {children}
    </label>
  );
}
