import type { KeyInput, Page } from 'puppeteer-core';

/**
 * Seconds a key press takes an average typist who does not know the text by heart, and the pause before each new thought:
 * keystroke-level model (Card, Moran, Newell, 1980; from memory): K = 0.28 s, M = 1.35 s.
 */
const KEY_S = 0.28;
const THOUGHT_S = 1.35;

/** Types on a page and counts, to reckon what the same takes a person. A word comes in at once: drawing every letter of it tells nothing of the hand. */
export function counted(page: Page) {
  let presses = 0;
  let thoughts = 0;
  return {
    press: async (key: KeyInput) => {
      presses += 1;
      thoughts += 1;
      await page.keyboard.press(key);
    },
    type: async (text: string) => {
      presses += text.length;
      thoughts += text.split(' ').length;
      for (const part of text.split(/( )/)) {
        if (part === ' ') await page.keyboard.press('Space');
        else await page.keyboard.sendCharacter(part);
      }
    },
    get presses() {
      return presses;
    },
    get seconds() {
      return presses * KEY_S + thoughts * THOUGHT_S;
    },
  };
}

/** Presses a key while another is held down, as often as wanted. */
export async function chord(page: Page, held: KeyInput, key: KeyInput, times = 1): Promise<void> {
  await page.keyboard.down(held);
  for (let pressed = 0; pressed < times; pressed++) await page.keyboard.press(key);
  await page.keyboard.up(held);
}
