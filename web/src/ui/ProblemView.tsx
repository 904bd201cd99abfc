import { Problem } from "../api/client";

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
        {body?.code === "sign-in-first" && (
          <a href={`/login?next=${encodeURIComponent(window.location.pathname)}`}>Sign in</a>
        )}
        {body?.code === "no-right" && <a href="/">To the pages for readers</a>}
        {onRetry && (
          <button type="button" className="cursor-pointer text-work underline" onClick={onRetry}>
            Try again
          </button>
        )}
      </div>
    </div>
  );
}
