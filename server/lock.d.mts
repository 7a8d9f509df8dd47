export function holderOf(folder: string): string | undefined;
export function holdFolder(folder: string, address: string): { release: () => void } | { heldAt: string };
export function heldWords(folder: string, address: string): string;
