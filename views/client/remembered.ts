const NAME_KEY = 'isotrip-name';

/** Who sits here, as this browser remembers it; null where nobody said. */
export function rememberedName(): string | null {
  try {
    return localStorage.getItem(NAME_KEY);
  } catch {
    return null;
  }
}

export function rememberName(name: string): void {
  try {
    localStorage.setItem(NAME_KEY, name.trim());
  } catch {
    // The page alone has it.
  }
}
