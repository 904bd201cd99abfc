import type { ButtonHTMLAttributes } from "react";

/** A button that reads as part of the text. */
export function TextButton({
  quiet = false,
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { quiet?: boolean }) {
  const look = quiet ? "text-soft" : "text-work underline";
  return (
    <button
      type="button"
      className={`inline-block min-h-6 cursor-pointer text-left disabled:cursor-default disabled:text-soft disabled:no-underline ${look} ${className}`}
      {...rest}
    />
  );
}
