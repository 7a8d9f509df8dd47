export interface Served {
  url: string;
  pid: number;
  end: Promise<number | null>;
  stop: (signal?: NodeJS.Signals) => Promise<void>;
}
export function serve(options: { data: string; port?: number; quiet?: boolean }): Promise<Served>;
export function serveUntilStopped(options: { data: string; port?: number }): Promise<never>;
