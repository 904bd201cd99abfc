export const VERSION_BUTTON = "cursor-pointer border-b border-hair-strong";

export function VersionShown({ says }: { says: string }) {
  return (
    <>
      {says}
      <span aria-hidden className="pl-1.5 text-soft">
        ▾
      </span>
    </>
  );
}
