const TEXT: Record<string, string> = {
  loss: "text-loss",
  care: "text-care",
  plain: "text-soft",
};

/** The text colour of a tone that the API names. */
export function toneText(tone: string): string {
  return TEXT[tone] ?? "text-soft";
}
