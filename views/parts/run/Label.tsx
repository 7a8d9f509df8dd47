'use client';
import { type ComponentProps, type ReactNode, useContext } from 'react';
import { cx } from '@/ui/cx';
import { useCoarse } from '@/ui/useMedia';
import { ShownOnly } from '../facts/FactField';
import { Panel } from '../facts/Panel';
import { LABELS_BOTTOM, type RunHeights } from './runHeights';
import type { Placed } from './runModel';

/** What labels below the conductors may take beyond their own station: their neighbours there are labelled above. */
const BELOW_SPARE = 20;

/** How far the last labels may stand beyond their station, past the letters of the conductors. */
const LAST_BEYOND = 40;
const LAST_EARTHED = 92;

export interface Frame {
  station: Placed;
  drawingW: number;
  heights: RunHeights;
}

/** What opens when a finger presses a station's labels: too small to be pressed one by one. */
export interface Opens {
  label: string;
  facts: ReactNode;
}

/** Text at a station, above the conductors or below them; at the far end it ends with the drawing. */
export function Label({
  station,
  drawingW,
  heights,
  side,
  opens,
  children,
}: Frame & { side: 'above' | 'below'; opens?: Opens; children: ReactNode }) {
  const coarse = useCoarse();
  const last = station.kind === 'end' || (side === 'below' && station.x + station.width > drawingW - 4);
  const spare = side === 'below' ? BELOW_SPARE : station.kind === 'source' ? 10 : -4;
  // Beside an electrode the last labels keep to the bar: they must not cross its lead.
  const earthed = station.kind === 'board' && station.electrodes.length > 0;
  const width = last ? (earthed ? LAST_EARTHED : station.width + 48) : station.width + spare;
  const wanted = last ? Math.min(drawingW - 8, station.x + LAST_BEYOND) - width : station.x - width / 2;
  const column = cx('flex flex-col', last ? 'items-end text-right' : 'items-center text-center');
  return (
    <div
      className={cx('absolute whitespace-nowrap leading-[18px]', column)}
      style={{
        left: Math.max(4, wanted),
        width,
        ...(side === 'below' ? { top: heights.labelsTop } : { bottom: heights.total - LABELS_BOTTOM }),
      }}
    >
      <Pressed opens={coarse ? opens : undefined} column={column} side={side}>
        {children}
      </Pressed>
    </div>
  );
}

/** Labels as one button, where there is something to open. */
export function Pressed({
  opens,
  column,
  side,
  children,
}: {
  opens: Opens | undefined;
  column: string;
  side: 'above' | 'below';
  children: ReactNode;
}) {
  const shownOnly = useContext(ShownOnly);
  if (opens === undefined || shownOnly !== undefined) return children;
  return (
    <Panel
      label={opens.label}
      trigger={<ShownOnly value="in a button">{children}</ShownOnly>}
      around={cx('w-full justify-center', side === 'above' ? 'items-end' : 'items-start')}
      className={cx('w-full', column)}
    >
      {opens.facts}
    </Panel>
  );
}

/** A name over what belongs to it: two lines at most, the whole of it on hover. */
export function Name({ children, strong = false }: { children: string; strong?: boolean }) {
  return (
    <span
      title={children}
      className={cx(
        'line-clamp-2 w-full whitespace-normal hyphens-auto leading-[15px]',
        strong ? 'font-semibold text-[13px]' : 'text-[12px] text-quiet',
      )}
    >
      {children}
    </span>
  );
}

/** A name that opens what there is to say of it, or the name alone where all the labels do. */
export function Named(props: ComponentProps<typeof Panel>) {
  return useContext(ShownOnly) !== undefined ? <span className={props.className}>{props.trigger}</span> : <Panel {...props} />;
}

export const opening = (opens: Opens | undefined): { opens?: Opens } => (opens === undefined ? {} : { opens });
