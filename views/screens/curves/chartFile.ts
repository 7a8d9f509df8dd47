import { unparse } from 'papaparse';
import type { ComparedBand } from '@/core/reports/curves';
import { bandPolygon, type ChartModel, decadeLabel, edgeLine, PLAIN_UNITS } from '@/ui/charts/model';
import { saveFile } from '@/ui/saveFile';

const [WIDTH, HEIGHT, LEFT, TOP] = [1000, 760, 90, 60];
const escaped = (text: string): string => text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** The chart as a drawing by itself, in the colours of paper. */
export function chartSvg(model: ChartModel, colours: readonly string[], title: string): string {
  const { decadesA, decadesS, units = PLAIN_UNITS } = model;
  const [plotW, plotH] = [WIDTH - LEFT - 30, HEIGHT - TOP - 60];
  const px = (x: number) => LEFT + ((x - decadesA[0]) / (decadesA[1] - decadesA[0])) * plotW;
  const py = (y: number) => TOP + ((decadesS[1] - y) / (decadesS[1] - decadesS[0])) * plotH;
  const path = (points: readonly (readonly [number, number])[]) =>
    points.map(([x, y], at) => `${at === 0 ? 'M' : 'L'}${px(x).toFixed(2)} ${py(y).toFixed(2)}`).join('');
  const whole = ([from, to]: readonly [number, number]) => Array.from({ length: to - from + 1 }, (_, at) => from + at);
  const line = (x1: number, y1: number, x2: number, y2: number, stroke: string) =>
    `<line x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}" stroke="${stroke}"/>`;
  const text = (x: number, y: number, words: string, anchor: string, fill = '#14211F') =>
    `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" text-anchor="${anchor}" fill="${fill}">${escaped(words)}</text>`;
  const grid = [
    ...whole(decadesA).flatMap((decade) => [
      line(px(decade), TOP, px(decade), TOP + plotH, '#D5DCD8'),
      text(px(decade), TOP + plotH + 20, decadeLabel(decade, units.x), 'middle', '#55645F'),
    ]),
    ...whole(decadesS).flatMap((decade) => [
      line(LEFT, py(decade), LEFT + plotW, py(decade), '#D5DCD8'),
      text(LEFT - 8, py(decade) + 4, decadeLabel(decade, units.y), 'end', '#55645F'),
    ]),
  ];
  const bands = model.bands.flatMap((band, at) => {
    const colour = colours[at % colours.length]!;
    const edge = (d: string) => `<path d="${d}" fill="none" stroke="${colour}" stroke-width="2"/>`;
    const name = text(LEFT + 12, TOP + plotH - 14 - 18 * at, `${band.label}  ${band.name}`, 'start', colour);
    const logs = (band.line ?? []).map(({ currentA, timeS }) => [Math.log10(currentA), Math.log10(timeS)] as const);
    if (band.line !== undefined) return [edge(path(logs)), name];
    return [
      `<path d="${path(bandPolygon(band, model))}Z" fill="${colour}" fill-opacity="0.17"/>`,
      edge(path(edgeLine(band.minimum, band.minimumBeyond, model))),
      edge(path(edgeLine(band.maximum, band.maximumBeyond, model))),
      name,
    ];
  });
  const faults = model.verticals.flatMap(({ currentA, label }) => [
    line(px(Math.log10(currentA)), TOP, px(Math.log10(currentA)), TOP + plotH, '#14211F'),
    text(px(Math.log10(currentA)), TOP - 6, label, 'middle'),
  ]);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" width="${WIDTH}" height="${HEIGHT}" font-family="sans-serif" font-size="13">`,
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="#FFFFFF"/>`,
    `<clipPath id="plot"><rect x="${LEFT}" y="${TOP}" width="${plotW}" height="${plotH}"/></clipPath>`,
    text(LEFT, 26, title, 'start'),
    ...grid,
    `<g clip-path="url(#plot)">${bands.join('')}</g>`,
    ...faults,
    '</svg>',
  ].join('\n');
}

/** The gates of the bands as a table. */
export const curvesCsv = (bands: readonly ComparedBand[]): string =>
  unparse(
    {
      fields: ['device', 'edge', 'grade', 'current_A', 'time_s'],
      data: bands.flatMap((band) =>
        (['minimum', 'maximum'] as const).flatMap((edge) =>
          band[edge].map(({ currentA, timeS }) => [`${band.label} ${band.name}`, edge, band.grade, currentA, timeS]),
        ),
      ),
    },
    { escapeFormulae: true, newline: '\r\n' },
  );

/** The same drawing as a picture of twice its size. */
export async function savePng(name: string, svg: string): Promise<void> {
  const image = new Image();
  const href = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  image.src = href;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = 2 * WIDTH;
  canvas.height = 2 * HEIGHT;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  URL.revokeObjectURL(href);
  canvas.toBlob((blob) => blob !== null && saveFile(name, blob), 'image/png');
}
