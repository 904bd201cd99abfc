import type { ButtonHTMLAttributes } from "react";

const LOOKS = {
  work: "bg-work text-sheet border-work",
  quiet: "border-hair-strong text-ink",
  loss: "border-loss text-loss",
} as const;

export function Button({
  look = "quiet",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS }) {
  return (
    <button
      type="button"
      className={`cursor-pointer rounded-[3px] border px-2.5 py-1 font-semibold disabled:cursor-default disabled:border-dashed disabled:border-hair-strong disabled:bg-transparent disabled:text-soft ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
