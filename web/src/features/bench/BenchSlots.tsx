import type { BenchData } from "../../api/client";

/** What stands in each partition, lettered by who wrote it; what this step wrote is underlined. */
export function BenchSlots({ slots }: { slots: BenchData["first"]["slots"] }) {
  return (
    <div className="mt-3 space-y-2">
      {slots.map((slot) => (
        <section key={slot.title} aria-label={slot.title || "exists once"}>
          <h2 className="text-[0.8125rem] font-semibold">
            {slot.title || "Exists once, beside the slots"}
          </h2>
          <ul className="flex flex-wrap border-t border-l border-hair-strong">
            {slot.parts.map((part) => (
              <li
                key={part.name}
                className={`min-w-[98px] flex-1 border-r border-b border-hair-strong px-1.5 py-1 text-[0.75rem] ${part.is_new ? "bg-work-soft" : ""}`}
              >
                <p className="flex justify-between">
                  <span className="text-soft">{part.name}</span>
                  <b className="font-semibold">{part.letter}</b>
                </p>
                <p>
                  {part.family}
                  {part.is_new && <span className="text-work"> written here</span>}
                </p>
                <p className="letter text-[0.6875rem]">{part.build}</p>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
