'use client';
import dynamic from 'next/dynamic';
import type { ReactNode } from 'react';
import type { Place } from '@/core/house/places';
import { showSize } from '@/core/job/edges';
import type { Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import type { Electrode, Origin } from '@/core/job/schema/supply';
import { showCurrent } from '@/core/job/show';
import { faultWord } from '@/core/job/terms';
import { cx } from '@/ui/cx';
import { FactField } from '../facts/FactField';
import { Panel } from '../facts/Panel';
import { coverOf } from '../words/deviceWords';
import { electrodeX } from './RunDrawing';
import { LABELS_BOTTOM, type RunHeights } from './runHeights';
import type { Placed } from './runModel';

// Opened now and then: read when they are.
const CableFacts = dynamic(() => import('../facts/CablePanel').then((module) => module.CableFacts));
const DeviceFacts = dynamic(() => import('../facts/DevicePanel').then((module) => module.DeviceFacts));

/** What labels below the conductors may take beyond their own station: their neighbours there are labelled above. */
const BELOW_SPARE = 20;

/** How far the last labels may stand beyond their station, past the letters of the conductors. */
const LAST_BEYOND = 40;
const LAST_EARTHED = 92;

interface Frame {
  station: Placed;
  drawingW: number;
  heights: RunHeights;
}

/** Text at a station, above the conductors or below them; at the far end it ends with the drawing. */
function Label({ station, drawingW, heights, side, children }: Frame & { side: 'above' | 'below'; children: ReactNode }) {
  const last = station.kind === 'end' || (side === 'below' && station.x + station.width > drawingW - 4);
  const spare = side === 'below' ? BELOW_SPARE : station.kind === 'source' ? 10 : -4;
  // Beside an electrode the last labels keep to the bar: they must not cross its lead.
  const earthed = station.kind === 'board' && station.electrodes.length > 0;
  const width = last ? (earthed ? LAST_EARTHED : station.width + 48) : station.width + spare;
  const wanted = last ? Math.min(drawingW - 8, station.x + LAST_BEYOND) - width : station.x - width / 2;
  return (
    <div
      className={cx(
        'absolute flex flex-col whitespace-nowrap leading-[18px]',
        last ? 'items-end text-right' : 'items-center text-center',
      )}
      style={{
        left: Math.max(4, wanted),
        width,
        ...(side === 'below' ? { top: heights.labelsTop } : { bottom: heights.total - LABELS_BOTTOM }),
      }}
    >
      {children}
    </div>
  );
}

/** A name over what belongs to it: two lines at most, the whole of it on hover. */
function Name({ children, strong = false }: { children: string; strong?: boolean }) {
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

interface Props extends Frame {
  job: Job;
  places: readonly Place[];
}

export function StationLabels({ job, places, ...frame }: Props) {
  const { station } = frame;
  if (station.kind === 'source')
    return (
      <>
        <SourceLabels frame={frame} origin={station.origin} />
        <ElectrodeLabels frame={frame} electrodes={station.electrodes} />
      </>
    );
  if (station.kind === 'device') return <DeviceLabels frame={frame} device={station.device} cable={station.cable} />;
  if (station.kind === 'cable')
    return (
      <Label {...frame} side={station.own ? 'above' : 'below'}>
        {station.segments.map((segment) => (
          <CableFields key={segment.id} segment={segment} prominent={station.own} />
        ))}
        {station.segments.length === 0 && <span className="text-[12px] text-quiet italic">no cable entered</span>}
      </Label>
    );
  if (station.kind === 'board')
    return (
      <>
        <Label {...frame} side="below">
          <Name strong>{station.board.name}</Name>
          <Faults job={job} place={places.find((each) => each.boardId === station.board.id)} />
        </Label>
        <ElectrodeLabels frame={frame} electrodes={station.electrodes} />
      </>
    );
  return (
    <Label {...frame} side="below">
      <b className="text-[13px]">far end</b>
      <Faults job={job} place={places.at(-1)} />
    </Label>
  );
}

/** The source above its symbol: what it is known by. */
function SourceLabels({ frame, origin }: { frame: Frame; origin: Origin | undefined }) {
  if (origin === undefined) return null;
  const { transformer } = origin;
  const at = `origins.${origin.id}.transformer`;
  if (origin.kind === 'transformer')
    return (
      <Label {...frame} side="above">
        <Name strong>{origin.name}</Name>
        <FactField
          path={`${at}.ratedVA`}
          shown={transformer?.ratedVA === undefined ? 'rating unknown' : undefined}
          className="font-semibold text-[13px]"
        />
        <FactField
          path={`${at}.impedancePercent`}
          shown={transformer?.impedancePercent === undefined ? '? %' : undefined}
          className="text-[12px] text-quiet"
        />
      </Label>
    );
  const [first, second] = SAID_OF[origin.kind];
  return (
    <Label {...frame} side="above">
      <Name strong>{origin.name}</Name>
      {[first, second].map(([field, sign], index) => (
        <span key={field} className={index === 0 ? 'text-[13px]' : 'text-[12px] text-quiet'}>
          {sign} <FactField path={`origins.${origin.id}.${field}`} className={index === 0 ? 'font-semibold' : ''} />
        </span>
      ))}
    </Label>
  );
}

/** What a source is known by, beside its name. */
const SAID_OF: Record<Exclude<Origin['kind'], 'transformer'>, readonly [Said, Said]> = {
  network: [
    ['zeOhm', 'Ze'],
    ['maxFaultA', '≤'],
  ],
  generator: [
    ['maxFaultA', '≤'],
    ['minFaultA', '≥'],
  ],
  inverter: [
    ['maxFaultA', '≤'],
    ['minFaultA', '≥'],
  ],
};
type Said = readonly [field: string, sign: string];

/** Resistance beside each ground symbol. */
function ElectrodeLabels({ frame: { station, heights }, electrodes }: { frame: Frame; electrodes: readonly Electrode[] }) {
  const x = electrodeX(station);
  if (x === undefined) return null;
  return (
    <div
      className="absolute flex flex-col whitespace-nowrap text-[13px] leading-[18px]"
      style={{ left: x + 16, top: heights.soilY - 8 }}
    >
      {electrodes.map((electrode) => (
        <FactField key={electrode.id} path={`electrodes.${electrode.id}.resistanceOhm`} />
      ))}
    </div>
  );
}

function DeviceLabels({ frame, device, cable }: { frame: Frame; device: Device; cable: readonly Segment[] }) {
  return (
    <>
      <Label {...frame} side="above">
        <Panel label={device.name} trigger={<Name>{device.name}</Name>} className="w-full">
          <DeviceFacts device={device} />
        </Panel>
        <DeviceFields device={device} />
      </Label>
      {cable.length > 0 && (
        <Label {...frame} side="below">
          {cable.map((segment) => (
            <CableFields key={segment.id} segment={segment} prominent={false} />
          ))}
        </Label>
      )}
    </>
  );
}

/** Curve, rating and fuse system of a device, and what it opens on residually. */
function DeviceFields({ device: { settings, id } }: { device: Device }) {
  const at = `devices.${id}.settings`;
  const breaker = settings.family === 'mcb' || settings.family === 'rcbo';
  if (!('ratingA' in settings) && !breaker) return <span className="text-[12px] text-quiet">{settings.family}</span>;
  return (
    <>
      <span className="flex items-baseline gap-1 font-semibold">
        {breaker && <FactField path={`${at}.curve`} />}
        <FactField path={`${at}.ratingA`} />
        {settings.family === 'fuse' && <span className="font-normal text-[12px] text-quiet">{settings.system}</span>}
      </span>
      {settings.family === 'moulded-case-nec' && coverOf(settings, 'nec') !== '' && (
        <span className="text-[12px]">{coverOf(settings, 'nec')}</span>
      )}
      {'residual' in settings && settings.residual !== undefined && (
        <span className="flex items-baseline gap-1 text-[12px]">
          <FactField
            path={`${at}.residual.sensitivityA`}
            shown={settings.residual.sensitivityA === undefined ? '? mA' : undefined}
          />
          <FactField path={`${at}.residual.type`} shown={settings.residual.type === undefined ? '?' : undefined} />
          {settings.residual.delay?.value === 'S' && <FactField path={`${at}.residual.delay`} />}
        </span>
      )}
    </>
  );
}

function CableFields({ segment, prominent }: { segment: Segment; prominent: boolean }) {
  const { id, lineSize, protectiveSize, lengthM, material } = segment;
  return (
    <span className={prominent ? 'flex flex-col items-center' : 'flex flex-col items-center text-[12px] text-quiet'}>
      {prominent && (
        <Panel
          label={segment.name ?? 'Cable'}
          trigger={
            <span className="line-clamp-2 whitespace-normal text-[12px] text-quiet leading-[15px] underline decoration-dotted underline-offset-4">
              {segment.name ?? 'cable'}
            </span>
          }
        >
          <CableFacts segment={segment} />
        </Panel>
      )}
      <span className={prominent ? 'font-semibold' : ''}>
        <FactField
          path={`segments.${id}.lineSize`}
          shown={lineSize === undefined ? 'size unknown' : `${showSize(lineSize.value)}${material?.value === 'Al' ? ' Al' : ''}`}
        />
        {prominent && protectiveSize !== undefined && (
          <span className="font-normal text-[12px] text-quiet">
            {' / '}
            <FactField
              path={`segments.${id}.protectiveSize`}
              shown={showSize(protectiveSize.value).replace(' mm²', '').replace(' AWG', '')}
            />
          </span>
        )}
      </span>
      <FactField
        path={`segments.${id}.lengthM`}
        shown={lengthM === undefined ? 'length unknown' : undefined}
        className={prominent ? 'font-semibold' : ''}
      />
    </span>
  );
}

/** The most there can be here, of any kind, over the least to earth, whose kind is said on hover. */
function Faults({ job, place }: { job: Job; place: Place | undefined }) {
  if (place === undefined) return null;
  const { most, least } = place;
  return (
    <>
      {most === null ? (
        <span className="text-[12px] text-quiet italic">most unknown</span>
      ) : (
        <span className="text-[12px] text-quiet">
          <b className="text-[14px] text-ink">{showCurrent(most.currentA)}</b> {faultWord(job.dialect, most.kind)}
        </span>
      )}
      {least === null ? (
        <span className="text-[12px] text-quiet italic">least unknown</span>
      ) : (
        <span className="text-[12px] text-quiet" title={`${faultWord(job.dialect, least.kind)}, the least there can be`}>
          least <b className="text-[13px] text-ink">{showCurrent(least.currentA)}</b>
        </span>
      )}
    </>
  );
}
