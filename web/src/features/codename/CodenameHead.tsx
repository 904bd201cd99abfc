import { Link } from "react-router";

/** Where one is, above every page of a codename. */
export function CodenameHead({ codename, about }: { codename: string; about?: string }) {
  return (
    <p className="flex gap-4 text-soft">
      <Link to={`/c/${codename}`} className="border-b-2 border-work text-ink no-underline">
        {codename}
      </Link>
      {about && <span>{about}</span>}
      <a className="ml-auto" href="/">
        As readers see it
      </a>
    </p>
  );
}
