import { Link } from "react-router";
import type { FileSetData } from "../../api/client";

const NAMES: Record<string, string> = {
  sha256: "SHA-256",
  sha512: "SHA-512",
  blake2b: "BLAKE2b",
  blake3: "BLAKE3",
  sha1: "SHA-1",
  md5: "MD5",
};

interface FileTableProps {
  files: FileSetData["files"];
  /** Where a file of a draft is written; undefined for what is published. */
  editPath: ((file: string) => string) | undefined;
}

/** The set in the order of use, to read or to print and tick. */
export function FileTable({ files, editPath }: FileTableProps) {
  if (files.length === 0) return <p className="mt-3">This guide needs no file.</p>;
  return (
    <div className="mt-3 overflow-x-auto">
      <table className="ruled" aria-label="File set">
        <thead>
          <tr>
            <th className="hidden print:table-cell">Have it</th>
            <th>Step</th>
            <th>File</th>
            <th>What it needs</th>
            <th>Name and way</th>
            <th>Digests</th>
          </tr>
        </thead>
        <tbody>
          {files.map((each) => (
            <tr key={each.id}>
              <td className="hidden print:table-cell">☐</td>
              <td className="whitespace-nowrap">
                {each.used_at.join(", ") || <span className="text-care">none</span>}
              </td>
              <td>
                <span className="letter">{each.name}</span>{" "}
                {editPath && (
                  <Link className="print:hidden" to={editPath(each.id)}>
                    Edit
                  </Link>
                )}
                <p className="text-soft">
                  {each.role.replaceAll("-", " ")}, {each.size_words}
                  {each.licence && `, ${each.licence}`}
                </p>
                {each.derived && <p className="mark mark-note">{each.derived}</p>}
              </td>
              <td>
                {each.demands.map((words) => (
                  <p key={words}>{words}</p>
                ))}
                {each.writes.length > 0 && (
                  <p className="text-soft">writes {each.writes.join(", ")}</p>
                )}
              </td>
              <td>
                {each.name_rule}
                {each.ways && <p>{each.ways}</p>}
              </td>
              <td>
                {each.digests.map((digest) => (
                  <p key={digest.algorithm}>
                    <span className="text-soft">
                      {NAMES[digest.algorithm]}
                      {digest.weak && " (weak: finds a broken copy, no forged one)"}
                    </span>{" "}
                    <span className="letter">{digest.digest}</span>
                  </p>
                ))}
                {each.digests.length === 0 && !each.derived && (
                  <span className="mark mark-stop text-loss">missing</span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
