import { Problem } from "../api/client";
import { TextButton } from "./TextButton";

/** The log-in, from which one comes back to the very address, query and step included. */
const signInPath = () => {
  const { pathname, search, hash } = window.location;
  return `/login?next=${encodeURIComponent(pathname + search + hash)}`;
};

/** What went wrong, where, and what to do. */
export function ProblemView({ error, onRetry }: { error: Error; onRetry?: () => void }) {
  const body = error instanceof Problem ? error.body : undefined;
  return (
    <div role="alert" className="mark mark-stop">
      <p className="font-semibold text-loss">{error.message}</p>
      {body && body.at.length > 0 && (
        <ul className="mt-1.5 space-y-0.5">
          {body.at.map((place) => (
            <li key={`${place.file}:${place.line}:${place.message}`}>
              <span className="letter">
                {place.file}
                {place.line > 0 && `, line ${place.line}`}
              </span>
              : {place.message}
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2 flex gap-3">
        {body?.code === "sign-in-first" && <a href={signInPath()}>Sign in and come back here</a>}
        {body?.code === "no-right" && <a href="/">To the pages for readers</a>}
        {onRetry && <TextButton onClick={onRetry}>Try again</TextButton>}
      </div>
    </div>
  );
}
