import type { FileSetData } from "../../api/client";
import type { Assume } from "./queries";

const FIELDS: [keyof Assume, string, string][] = [
  ["download_mbps", "Download", "MB a second"],
  ["copy_mbps", "Copy to the phone", "MB a second"],
  ["free_storage_gb", "Free on the phone", "GB, 0: not asked"],
  ["card_gb", "Card", "GB, 0: none"],
];

interface RoomProps {
  room: FileSetData["room"];
  assume: Assume;
  onAssume: (assume: Assume) => void;
}

/** What the set takes, under assumptions that can be changed. */
export function RoomView({ room, assume, onAssume }: RoomProps) {
  return (
    <section aria-label="Room and time">
      <h2 className="border-b border-ink text-[0.875rem] font-semibold">Room and time</h2>
      <dl className="facts-list mt-1.5">
        <dt>Download</dt>
        <dd>
          {room.download}, about {room.download_time}
        </dd>
        <dt>Computer</dt>
        <dd>{room.host}, packed and unpacked together</dd>
        <dt>Phone</dt>
        <dd>
          {room.internal} on the internal storage; copying takes about {room.copy_time}
        </dd>
        <dt>Container</dt>
        <dd>{room.inner} in the container of inner partitions</dd>
        <dt>Writing</dt>
        <dd>about {room.write_time}</dd>
      </dl>
      {room.warnings.map((each) => (
        <p key={each} className="mark mark-warn text-care">
          {each}
        </p>
      ))}
      <div className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
        {FIELDS.map(([name, says, unit]) => (
          <label key={name}>
            {says}{" "}
            <input
              type="number"
              min={name.endsWith("mbps") ? 0.1 : 0}
              step="any"
              className="w-20 border border-hair-strong bg-sheet px-1"
              value={assume[name]}
              onChange={(event) => {
                const value = event.target.valueAsNumber;
                const least = name.endsWith("mbps") ? 0.001 : 0;
                if (Number.isFinite(value) && value >= least)
                  onAssume({ ...assume, [name]: value });
              }}
            />{" "}
            <span className="text-soft">{unit}</span>
          </label>
        ))}
      </div>
    </section>
  );
}
