/** The environment variable by which the launcher says what the server is reached at. */
export const ADDRESS = 'ISOTRIP_ADDRESS';

/** The address the launcher has set. In development, where there is no launcher, that of the development server. */
export function servedAddress(): string {
  const set = process.env[ADDRESS];
  if (set !== undefined) return set;
  if (process.env.NODE_ENV === 'development') return `http://127.0.0.1:${process.env.PORT ?? 3000}`;
  throw new Error(BARE);
}

/** What is said to a server that was started around the launcher: it would not know its own address, nor guard it. */
export const BARE =
  'Start Isotrip with "npm start" or "npm run demo": a bare "next start" does not know the address it must guard.';
