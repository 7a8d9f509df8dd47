import type { ReactNode } from 'react';
import type { Dialect } from '@/core/job/terms';
import { PLACE_WORDS, SEEN_AT, type Spot, type Thing } from './seenPlaces';

/** A place of a drawing: the frame round it, in its units. */
type Frame = readonly [x: number, y: number, width: number, height: number];

const WIDE = 400;
const HIGH = 176;
/** Where the words beside a drawing begin. */
const WORDS_X = 216;

/** A line of print nobody needs to read here. */
const Print = ({ x, y, width }: { x: number; y: number; width: number }) => (
  <rect x={x} y={y} width={width} height={4} rx={1} className="fill-line-strong" />
);
const BODY = 'fill-raised stroke-ink';

const BREAKER: Record<Dialect, ReactNode> = {
  iec: (
    <>
      <rect x={60} y={6} width={80} height={164} rx={4} className={BODY} strokeWidth={2} />
      {[74, 112].map((x) => (
        <circle key={x} cx={x + 7} cy={20} r={6} className="fill-sunk stroke-ink" />
      ))}
      <rect x={86} y={112} width={28} height={34} rx={2} className="fill-ink" />
      <Print x={70} y={34} width={24} />
      {[74, 112].map((x) => (
        <circle key={`${x} below`} cx={x + 7} cy={158} r={6} className="fill-sunk stroke-ink" />
      ))}
    </>
  ),
  nec: (
    <>
      <rect x={30} y={40} width={150} height={92} rx={4} className={BODY} strokeWidth={2} />
      <rect x={78} y={66} width={46} height={40} rx={3} className="fill-sunk stroke-ink" />
      <rect x={84} y={72} width={18} height={28} rx={2} className="fill-ink" />
      <rect x={134} y={50} width={38} height={72} className="fill-sunk stroke-line-strong" />
      <Print x={138} y={96} width={28} />
      <Print x={138} y={106} width={22} />
      <circle cx={44} cy={86} r={7} className="fill-sunk stroke-ink" />
    </>
  ),
};
const BREAKER_PLACES: Record<Dialect, Record<string, Frame>> = {
  iec: {
    rating: [70, 42, 42, 18],
    capacity: [70, 64, 42, 16],
    class: [70, 84, 18, 16],
    residual: [92, 82, 38, 20],
    'line-load': [66, 8, 68, 26],
    terminals: [66, 146, 68, 24],
    dials: [70, 62, 60, 40],
  },
  nec: {
    rating: [82, 70, 22, 32],
    capacity: [136, 54, 34, 34],
    class: [136, 54, 34, 34],
    residual: [104, 72, 18, 28],
    'line-load': [34, 46, 36, 18],
    terminals: [34, 74, 22, 24],
    dials: [82, 44, 40, 18],
  },
};

/** Each thing as it looks to somebody in front of it, and the frames of its places. */
const THINGS: Record<Exclude<Thing, 'breaker'>, { drawing: ReactNode; places: Record<string, Frame> }> = {
  surge: {
    drawing: (
      <>
        <rect x={60} y={14} width={80} height={148} rx={4} className={BODY} strokeWidth={2} />
        <rect x={84} y={112} width={32} height={16} rx={2} className="fill-sunk stroke-ink" />
        <Print x={72} y={100} width={40} />
        <circle cx={100} cy={26} r={6} className="fill-sunk stroke-ink" />
        <circle cx={100} cy={150} r={6} className="fill-sunk stroke-ink" />
      </>
    ),
    places: { marks: [70, 44, 60, 48], window: [80, 108, 40, 24] },
  },
  cable: {
    drawing: (
      <>
        <rect x={8} y={66} width={124} height={40} rx={10} className={BODY} strokeWidth={2} />
        {[74, 86, 98].map((y, at) => (
          <g key={y}>
            <rect
              x={132}
              y={y - 4}
              width={34}
              height={8}
              className={at === 1 ? 'fill-sunk stroke-ink' : 'fill-raised stroke-ink'}
            />
            <rect x={166} y={y - 2} width={24} height={4} className="fill-copper" />
          </g>
        ))}
        <Print x={22} y={92} width={60} />
      </>
    ),
    places: { print: [18, 72, 96, 16], ends: [160, 66, 36, 40], sheath: [10, 64, 60, 44] },
  },
  outlet: {
    drawing: (
      <>
        <rect x={46} y={8} width={108} height={160} rx={3} className="fill-none stroke-line-strong" strokeDasharray="5 4" />
        <rect x={62} y={20} width={76} height={136} rx={6} className={BODY} strokeWidth={2} />
        {[44, 104].map((y) => (
          <g key={y}>
            <rect x={84} y={y} width={5} height={16} className="fill-ink" />
            <rect x={110} y={y} width={5} height={16} className="fill-ink" />
            <circle cx={100} cy={y + 26} r={5} className="fill-ink" />
          </g>
        ))}
        <circle cx={70} cy={148} r={5} className="fill-pass stroke-ink" />
      </>
    ),
    places: { face: [76, 38, 48, 42], marks: [76, 82, 48, 16], earth: [60, 138, 20, 20], box: [46, 8, 108, 160] },
  },
  plate: {
    drawing: (
      <>
        <rect x={12} y={36} width={176} height={104} rx={6} className={BODY} strokeWidth={2} />
        <Print x={24} y={50} width={70} />
        <Print x={24} y={60} width={46} />
        <circle cx={20} cy={44} r={2} className="fill-ink" />
        <circle cx={180} cy={132} r={2} className="fill-ink" />
      </>
    ),
    places: { power: [24, 74, 46, 20], voltage: [76, 74, 46, 20], current: [128, 74, 46, 20], marks: [24, 106, 150, 22] },
  },
  board: {
    drawing: (
      <>
        <rect x={12} y={6} width={176} height={164} rx={5} className={BODY} strokeWidth={2} />
        <rect x={34} y={18} width={56} height={18} rx={2} className="fill-sunk stroke-ink" />
        <rect x={46} y={36} width={3} height={110} className="fill-ink" />
        <rect x={74} y={36} width={3} height={110} className="fill-ink" />
        {[52, 76].map((y) => (
          <g key={y}>
            <rect x={30} y={y} width={26} height={18} className="fill-raised stroke-ink" />
            <rect x={66} y={y} width={26} height={18} className="fill-raised stroke-ink" />
          </g>
        ))}
        <rect x={118} y={48} width={12} height={92} className="fill-sunk stroke-ink" />
        <rect x={158} y={48} width={12} height={92} className="fill-pass/20 stroke-pass" />
      </>
    ),
    places: {
      label: [118, 16, 54, 22],
      bond: [116, 132, 56, 26],
      spaces: [28, 100, 66, 44],
      'neutral-bar': [114, 44, 20, 100],
      'earth-bar': [154, 44, 20, 100],
    },
  },
  tester: {
    drawing: (
      <>
        <rect x={40} y={20} width={100} height={120} rx={8} className={BODY} strokeWidth={2} />
        <circle cx={90} cy={112} r={14} className="fill-sunk stroke-ink" />
        <path
          d="M60 140 C60 168 20 150 12 170 M120 140 C120 168 160 150 176 170"
          className="fill-none stroke-ink"
          strokeWidth={2}
        />
      </>
    ),
    places: { reading: [52, 34, 76, 40] },
  },
};

/** Where a fact is seen on the thing itself, drawn; nothing where it is nowhere in particular. */
export function SeenAt({ id, dialect, see }: { id: string; dialect: Dialect; see: string | undefined }) {
  const spot: Spot | undefined = SEEN_AT[id];
  if (spot === undefined) return null;
  const [thing, place] = spot;
  const { drawing, places } =
    thing === 'breaker' ? { drawing: BREAKER[dialect], places: BREAKER_PLACES[dialect] } : THINGS[thing];
  const [x, y, width, height] = places[place]!;
  const named = PLACE_WORDS[`${thing} ${place}`]!;
  const words = see ?? (typeof named === 'string' ? named : named[dialect]);
  const at = Math.min(HIGH - 24, Math.max(18, y + height / 2));
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="mt-3 w-full max-w-[350px]"
      role="img"
      aria-label={`Seen: ${words}`}
      data-testid="seen-at"
    >
      {drawing}
      <rect x={x} y={y} width={width} height={height} rx={3} className="fill-chosen/60 stroke-copper" strokeWidth={2.5} />
      <text x={x + width / 2} y={y + height / 2 + 5} textAnchor="middle" className="fill-copper font-semibold" fontSize={14}>
        ?
      </text>
      <path
        d={`M${x + width + 2} ${y + height / 2} L${WORDS_X - 6} ${at}`}
        className="fill-none stroke-copper"
        strokeWidth={1.5}
      />
      <foreignObject x={WORDS_X} y={at - 18} width={WIDE - WORDS_X} height={HIGH - at + 18}>
        <p className="font-semibold text-[15px] text-copper leading-[19px]">{words}</p>
      </foreignObject>
    </svg>
  );
}
