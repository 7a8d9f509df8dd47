/** An outlet by what it is: a socket two slots, a light rays, a switch its lever, equipment a box. */
export function OutletSign({ kind }: { kind: string }) {
  return (
    <svg
      width="20"
      height="20"
      viewBox="0 0 20 20"
      aria-hidden
      className="shrink-0 text-quiet"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.4"
    >
      {kind === 'socket' ? (
        <>
          <rect x="2.5" y="3.5" width="15" height="13" rx="3" />
          <path d="M7.5 7.5v4M12.5 7.5v4" />
        </>
      ) : kind === 'light' ? (
        <>
          <circle cx="10" cy="10" r="3.5" />
          <path d="M10 2v2.5M10 15.5V18M2 10h2.5M15.5 10H18M4.4 4.4l1.7 1.7M13.9 13.9l1.7 1.7M15.6 4.4l-1.7 1.7M6.1 13.9l-1.7 1.7" />
        </>
      ) : kind === 'switch' ? (
        <>
          <circle cx="5" cy="14" r="2" />
          <path d="M6.5 12.5 15 5" />
        </>
      ) : (
        <rect x="3.5" y="3.5" width="13" height="13" />
      )}
    </svg>
  );
}

/** Reach of a hand, m: the panel rule of 6 ft 7 in on top. */
const TOP_M = 2.0;
const ROOM_M = 2.5;
const PX = 26;

/**
 * Where a reset is, drawn where a hand finds it: a wall with a person beside, the reset at its height, what stands before it.
 * @param heightM above the floor; nothing where nobody said
 */
export function ResetFigure({
  heightM,
  behind,
  reached,
  inBoard,
}: {
  heightM: number | undefined;
  behind: string | undefined;
  reached: boolean | null;
  inBoard: boolean;
}) {
  const floor = ROOM_M * PX + 4;
  const y = (m: number) => floor - m * PX;
  const at = heightM ?? (inBoard ? 1.5 : 0.4);
  const colour = reached === true ? 'var(--ink)' : reached === false ? 'var(--stop)' : 'var(--quiet)';
  return (
    <svg width="92" height={floor + 4} viewBox={`0 0 92 ${floor + 4}`} aria-hidden className="shrink-0">
      <rect x="40" y={y(TOP_M)} width="48" height={(TOP_M - 0.3) * PX} fill="var(--sunk)" />
      <path d={`M2 ${floor}H90M40 4V${floor}`} stroke="var(--line-strong)" fill="none" />
      {/* Somebody beside it. */}
      <g stroke="var(--quiet)" fill="none" strokeWidth="1.6" strokeLinecap="round">
        <circle cx="20" cy={y(1.62)} r="4" />
        <path d={`M20 ${y(1.46)}V${y(0.85)}M20 ${y(0.85)}L14 ${floor}M20 ${y(0.85)}L26 ${floor}`} />
        <path d={`M20 ${y(1.36)}L38 ${y(Math.min(at, TOP_M))}`} strokeDasharray={reached === false ? '2 3' : undefined} />
      </g>
      {inBoard ? (
        <>
          <rect x="46" y={y(1.75)} width="24" height={0.75 * PX} fill="var(--raised)" stroke={colour} strokeWidth="1.4" />
          <circle cx="58" cy={y(at)} r="3.2" fill={colour} />
        </>
      ) : (
        <>
          <rect x="46" y={y(at) - 6} width="10" height="12" rx="2" fill="var(--raised)" stroke={colour} strokeWidth="1.4" />
          <circle cx="51" cy={y(at)} r="2.6" fill={colour} strokeDasharray={heightM === undefined ? '2 2' : undefined} />
        </>
      )}
      {behind !== undefined && (
        <rect
          x="43"
          y={y(0.95)}
          width="30"
          height={0.95 * PX}
          fill="var(--raised)"
          fillOpacity="0.82"
          stroke="var(--stop)"
          strokeDasharray="3 2"
        />
      )}
    </svg>
  );
}
