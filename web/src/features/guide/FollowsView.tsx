import type { Slips } from "../../api/client";

/** What follows from the proof without anybody having written it. */
export function FollowsView({ slips }: { slips: Slips }) {
  return (
    <dl className="facts-list mt-2">
      <dt>Also true at the end</dt>
      <dd>
        {slips.proposed.length === 0
          ? "nothing beyond its promises"
          : slips.proposed.map((each) => each.words).join("; ")}
      </dd>
      <dt>Lost</dt>
      <dd>
        {slips.lost.map((each) => (
          <p key={each.what + each.choices}>
            {each.what}: {share(each.phones, each.of)}
            {each.choices && <span className="text-soft"> (“{each.choices}”)</span>}
          </p>
        ))}
      </dd>
      <dt>Turned away</dt>
      <dd>
        {slips.turned_away.map((each) => (
          <p key={each.words}>
            {share(each.phones, each.of)}, since it must be so that {each.words}
          </p>
        ))}
      </dd>
    </dl>
  );
}

export function share(phones: number, of: number): string {
  if (phones === 0) return "on no phone";
  if (phones === of) return "on every phone";
  return `${phones.toLocaleString("en")} of ${of.toLocaleString("en")} kinds of phone`;
}
