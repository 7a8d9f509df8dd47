'use client';
import type { ReactNode } from 'react';
import { showSize } from '@/core/job/edges';
import type { Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import type { Electrode, Origin } from '@/core/job/schema/supply';
import { lengthUnit, showCurrent, showLength, showNumber, showPower } from '@/core/job/show';
import { faultWord } from '@/core/job/terms';
import type { Place } from '@/core/study/places';
import { cx } from '@/ui/cx';
import { FactField } from '../job/FactField';
import { BREAKER_RATINGS, CURVES, GG_RATINGS, NEC_RATINGS, sizesOf, withSize } from './choices';
import { electrodeX, LABELS_BOTTOM, type RunHeights } from './RunDrawing';
import type { Placed } from './runModel';

/** What labels below the conductors may take beyond their own station: their neighbours there are labelled above. */
const BELOW_SPARE = 20;

interface Frame {
  station: Placed;
  drawingW: number;
  heights: RunHeights;
}

/** Text at a station, above the conductors or below them; at the far end it ends with the drawing. */
function Label({ station, drawingW, heights, side, children }: Frame & { side: 'above' | 'below'; children: ReactNode }) {
  const last = station.kind === 'end' || (side === 'below' && station.x + station.width > drawingW - 4);
  const spare = side === 'below' ? BELOW_SPARE : station.kind === 'source' ? 10 : -4;
  const width = last ? station.width + 48 : station.width + spare;
  const wanted = last ? drawingW - width - 8 : station.x - width / 2;
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
  if (station.kind === 'device') return <DeviceLabels frame={frame} job={job} device={station.device} cable={station.cable} />;
  if (station.kind === 'cable')
    return (
      <Label {...frame} side={station.own ? 'above' : 'below'}>
        {station.segments.map((segment) => (
          <CableFields key={segment.id} job={job} segment={segment} prominent={station.own} />
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
  if (origin.kind === 'transformer')
    return (
      <Label {...frame} side="above">
        <Name strong>{origin.name}</Name>
        <span className="text-[12px] text-quiet">
          {transformer?.ratedVA === undefined ? 'rating unknown' : showPower(transformer.ratedVA.value)}
        </span>
        <span className="text-[12px] text-quiet">
          {transformer?.impedancePercent === undefined ? '? %' : `${showNumber(transformer.impedancePercent.value)} %`}
        </span>
      </Label>
    );
  return (
    <Label {...frame} side="above">
      <Name strong>{origin.name}</Name>
      <span className="text-[13px]">
        Ze{' '}
        <FactField
          label="Ze, earth loop of the supply"
          shown={origin.zeOhm === undefined ? 'unknown' : `${showNumber(origin.zeOhm.value)} Ω`}
          fact={origin.zeOhm}
          how={{ kind: 'quantity', edge: 'impedance' }}
          at={{ on: 'origins', id: origin.id, field: ['zeOhm'] }}
          className="font-semibold"
        />
      </span>
      {origin.maxFaultA !== undefined && <span className="text-[12px] text-quiet">≤ {showCurrent(origin.maxFaultA.value)}</span>}
    </Label>
  );
}

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
        <FactField
          key={electrode.id}
          label={`Resistance of ${electrode.name}`}
          shown={electrode.resistanceOhm === undefined ? 'unknown' : `${showNumber(electrode.resistanceOhm.value)} Ω`}
          fact={electrode.resistanceOhm}
          how={{ kind: 'quantity', edge: 'impedance' }}
          at={{ on: 'electrodes', id: electrode.id, field: ['resistanceOhm'] }}
        />
      ))}
    </div>
  );
}

function DeviceLabels({ frame, job, device, cable }: { frame: Frame; job: Job; device: Device; cable: readonly Segment[] }) {
  return (
    <>
      <Label {...frame} side="above">
        <Name>{device.name}</Name>
        <DeviceFields device={device} />
      </Label>
      {cable.length > 0 && (
        <Label {...frame} side="below">
          {cable.map((segment) => (
            <CableFields key={segment.id} job={job} segment={segment} prominent={false} />
          ))}
        </Label>
      )}
    </>
  );
}

/** Curve, rating and fuse system of a device, and what it opens on residually. */
function DeviceFields({ device: { settings, id, name } }: { device: Device }) {
  const breaker = settings.family === 'mcb' || settings.family === 'rcbo';
  if (!('ratingA' in settings) && !breaker) return <span className="text-[12px] text-quiet">{settings.family}</span>;
  const rated = 'ratingA' in settings ? settings.ratingA : undefined;
  const ratings =
    settings.family === 'fuse' ? GG_RATINGS : settings.family === 'moulded-case-nec' ? NEC_RATINGS : BREAKER_RATINGS;
  return (
    <>
      <span className="flex items-baseline gap-1 font-semibold">
        {breaker && (
          <FactField
            label={`Curve of ${name}`}
            shown={settings.curve?.value ?? 'unknown'}
            fact={settings.curve}
            how={{ kind: 'choice', options: CURVES }}
            at={{ on: 'devices', id, field: ['settings', 'curve'] }}
          />
        )}
        <FactField
          label={`Rating of ${name}`}
          shown={rated === undefined ? 'unknown' : `${rated.value} A`}
          fact={rated}
          how={{ kind: 'quantity', edge: 'current', steps: ratings }}
          at={{ on: 'devices', id, field: ['settings', 'ratingA'] }}
        />
        {settings.family === 'fuse' && <span className="font-normal text-[12px] text-quiet">{settings.system}</span>}
      </span>
      {'residual' in settings && settings.residual !== undefined && <Residual residual={settings.residual} />}
    </>
  );
}

function Residual({ residual }: { residual: { sensitivityA?: unknown; type?: unknown; delay?: unknown } }) {
  const value = (fact: unknown): string | number | undefined => (fact as { value?: string | number } | undefined)?.value;
  const sensitivity = value(residual.sensitivityA);
  return (
    <span className="text-[12px] text-quiet">
      {sensitivity === undefined ? '? mA' : `${showNumber(Number(sensitivity) * 1000)} mA`} {value(residual.type) ?? '?'}
      {value(residual.delay) === 'S' ? ' S' : ''}
    </span>
  );
}

function CableFields({ job, segment, prominent }: { job: Job; segment: Segment; prominent: boolean }) {
  const { id, lineSize, protectiveSize, lengthM, material } = segment;
  const of = segment.name ?? 'the cable';
  const aluminium = material?.value === 'Al' ? ' Al' : '';
  return (
    <span className={prominent ? 'flex flex-col items-center' : 'flex flex-col items-center text-[12px] text-quiet'}>
      <span className={prominent ? 'font-semibold' : ''}>
        <FactField
          label={`Size of ${of}`}
          shown={lineSize === undefined ? 'size unknown' : `${showSize(lineSize.value)}${aluminium}`}
          fact={lineSize}
          how={{ kind: 'size', steps: sizesOf(job.dialect) }}
          at={{ on: 'segments', id, field: ['lineSize'] }}
          also={(value) => withSize(segment, String(value))}
        />
        {prominent && protectiveSize !== undefined && (
          <span className="font-normal text-[12px] text-quiet">
            {' '}
            / {showSize(protectiveSize.value).replace(' mm²', '').replace(' AWG', '')}
          </span>
        )}
      </span>
      <FactField
        label={`Length of ${of}`}
        shown={lengthM === undefined ? 'length unknown' : showLength(lengthM.value, job.dialect)}
        fact={lengthM}
        how={{ kind: 'quantity', edge: 'length', usual: lengthUnit(job.dialect) }}
        at={{ on: 'segments', id, field: ['lengthM'] }}
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
