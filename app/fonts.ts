import localFont from 'next/font/local';

/**
 * The faces shipped with the app, loaded ahead so that nothing moves when they come: the text's own, and for the signs it
 * lacks a second (Ω Δ μ) and a third (≤ ≥ √). Letters beyond Latin-1 come by the style sheet's own ranges.
 */
const text = localFont({
  src: '../node_modules/@fontsource-variable/archivo/files/archivo-latin-wght-normal.woff2',
  weight: '100 900',
  variable: '--face-text',
  adjustFontFallback: false,
});
const greek = localFont({
  src: '../node_modules/@fontsource-variable/inter/files/inter-greek-wght-normal.woff2',
  weight: '100 900',
  variable: '--face-greek',
  adjustFontFallback: false,
});
const mathematics = localFont({
  src: [
    { path: '../node_modules/@fontsource/roboto/files/roboto-math-400-normal.woff2', weight: '400' },
    { path: '../node_modules/@fontsource/roboto/files/roboto-math-600-normal.woff2', weight: '600' },
  ],
  variable: '--face-mathematics',
  adjustFontFallback: false,
});

export const FACES = [text, greek, mathematics].map((face) => face.variable).join(' ');
