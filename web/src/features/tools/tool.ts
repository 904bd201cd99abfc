/** The fields of a tool document that its page shows; the site has checked them. */
export interface Tool {
  name: string;
  versions?: string;
  hosts: { id: string; name: string; note?: string; needs?: string[] }[];
  there?: string;
  not_there?: { cause: string; seen: string; remedy: string }[];
  commands?: Record<string, Record<string, string>>;
  window?: ToolWindow;
}

export interface ToolWindow {
  slots: { id: string; name: string; takes: string }[];
  options?: { name: string; right: string; why: string; kept?: boolean }[];
  starts_by: string;
  worked: string;
}
