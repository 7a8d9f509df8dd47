/** Why the store cannot do what is asked, for programs. */
export type TroubleKind =
  | 'newer'
  | 'damaged'
  | 'locked'
  | 'read-only'
  | 'full'
  | 'missing'
  | 'deleted'
  | 'lost'
  | 'behind'
  | 'fewer'
  | 'second-place'
  | 'other';

/** A store that cannot be used, in words for the person in front of it. Nothing has been written. */
export class StoreProblem extends Error {
  override readonly name = 'StoreProblem' as const;
  constructor(
    message: string,
    readonly kind: TroubleKind = 'other',
  ) {
    super(message);
  }
}

const READ_ONLY = new Set(['EACCES', 'EROFS', 'EPERM', 'SQLITE_CANTOPEN']);

function kindOf(code: string): TroubleKind {
  if (code === 'SQLITE_NOTADB' || code.startsWith('SQLITE_CORRUPT')) return 'damaged';
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED')) return 'locked';
  if (code.startsWith('SQLITE_READONLY') || code.startsWith('SQLITE_CANTOPEN') || READ_ONLY.has(code)) return 'read-only';
  if (code === 'SQLITE_FULL' || code === 'ENOSPC') return 'full';
  return 'other';
}

const WORDS: Record<TroubleKind, (file: string, message: string) => string> = {
  newer: (_, message) => message,
  missing: (_, message) => message,
  deleted: (_, message) => message,
  lost: (_, message) => message,
  behind: (_, message) => message,
  fewer: (_, message) => message,
  'second-place': (_, message) => message,
  damaged: (file) =>
    `${file} is damaged or no database; it was left as it is. Restore a backup with "npm run restore", or name another ISOTRIP_DATA folder.`,
  locked: (file) => `${file} is locked by another program; close that one and try again.`,
  'read-only': (file) => `${file} cannot be written; check the permissions of its folder.`,
  full: (file) => `${file}: the disk is full. Nothing was changed; make room and try again.`,
  other: (file, message) => `${file}: ${message}`,
};

/**
 * Whether an error is of a class of ours. By name: the store is one per process, but the server's bundles each hold a copy
 * of the classes, and `instanceof` tells copies apart.
 */
export const isOurs = <T extends Error>(error: unknown, name: T['name']): error is T =>
  error instanceof Error && error.name === name;

/** Whether an error comes from SQLite or the file system, and so can be put into words. */
export const isStoreError = (error: unknown): error is Error & { code: string } =>
  error instanceof Error &&
  'code' in error &&
  typeof error.code === 'string' &&
  /^(SQLITE_|EACCES|EROFS|EPERM|ENOSPC|ENOTDIR|EEXIST|ENOENT)/.test(error.code);

/** An error of SQLite or the file system in plain words; a StoreProblem stays as it is. */
export function storeProblem(error: unknown, file: string): StoreProblem {
  if (isOurs<StoreProblem>(error, 'StoreProblem')) return error;
  const { code = '', message } = error as { code?: string; message: string };
  const kind = kindOf(code);
  return new StoreProblem(WORDS[kind](file, message), kind);
}
