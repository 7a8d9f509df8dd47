export interface Served {
  url: string;
  pid: number;
  end: Promise<number | null>;
  stop: (signal?: NodeJS.Signals) => Promise<void>;
}
export function usualPort(which: 'own' | 'demo'): number;
export function serve(options: { data: string; port: number; wander?: boolean; quiet?: boolean }): Promise<Served>;
export function serveUntilStopped(options: { data: string; port: number }): Promise<never>;
