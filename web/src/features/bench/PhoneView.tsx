/** A plain outline of the phone, its screen hatched by what it shows; the words stand beside it. */
export function PhoneView({ mode }: { mode: string }) {
  const dark = ["off", "dead", "bootloader", "userspace"].includes(mode);
  const bad = mode === "dead" || mode === "stuck";
  return (
    <svg
      viewBox="0 0 84 150"
      role="img"
      aria-label={`The phone: ${NAMES[mode] ?? mode}`}
      className={`h-[150px] w-[84px] shrink-0 ${bad ? "text-loss" : "text-ink"}`}
    >
      <rect
        x="2"
        y="2"
        width="80"
        height="146"
        rx="9"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
      />
      <rect
        x="9"
        y="14"
        width="66"
        height="118"
        fill={dark ? "currentColor" : "none"}
        fillOpacity={dark ? 0.82 : 1}
        stroke="currentColor"
      />
      <Shown mode={mode} />
      <text x="42" y="143" textAnchor="middle" fontSize="8" fill="currentColor">
        {NAMES[mode] ?? mode}
      </text>
    </svg>
  );
}

const NAMES: Record<string, string> = {
  system: "system",
  bootloader: "bootloader",
  userspace: "flashing mode",
  recovery: "recovery",
  off: "off",
  stuck: "hangs",
  dead: "dead",
};

function Shown({ mode }: { mode: string }) {
  switch (mode) {
    case "system":
      return <path d="M16 26h52M16 34h36" stroke="currentColor" strokeWidth="2" />;
    case "recovery":
      return (
        <path d="M16 28h52M16 42h44M16 56h48M16 70h40" stroke="currentColor" strokeWidth="2" />
      );
    case "bootloader":
    case "userspace":
      return <path d="M15 24h40M15 30h48M15 36h34" stroke="var(--sheet)" strokeWidth="1.5" />;
    case "stuck":
      return (
        <>
          <circle cx="42" cy="70" r="14" fill="none" stroke="currentColor" strokeWidth="2" />
          <path d="M42 60v10l7 4" fill="none" stroke="currentColor" strokeWidth="2" />
        </>
      );
    case "dead":
      return <path d="M30 60l24 24M54 60L30 84" stroke="var(--sheet)" strokeWidth="3" />;
    default:
      return null;
  }
}
