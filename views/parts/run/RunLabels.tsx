'use client';
import dynamic from 'next/dynamic';
import type { Place } from '@/core/house/places';
import { showSize } from '@/core/job/edges';
import type { Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import type { Electrode, Origin } from '@/core/job/schema/supply';
import { showCurrent } from '@/core/job/show';
import { faultWord } from '@/core/job/terms';
import { useCoarse } from '@/ui/useMedia';
import { FactField } from '../facts/FactField';
import { Facts } from '../facts/Panel';
import { coverOf } from '../words/deviceWords';
import { type Frame, Label, Name, Named, type Opens, opening, Pressed } from './Label';
import { electrodeX } from './RunDrawing';

// Opened now and then: read when they are.
const CableFacts = dynamic(() => import('../facts/CablePanel').then((module) => module.CableFacts));
const DeviceFacts = dynamic(() => import('../facts/DevicePanel').then((module) => module.DeviceFacts));

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
      <Label {...frame} side={station.own ? 'above' : 'below'} {...opening(cableOpens(station.segments))}>
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

/** Every length of a cable, one under another. */
function cableOpens(segments: readonly Segment[]): Opens | undefined {
  const [first] = segments;
  if (first === undefined) return undefined;
  return {
    label: first.name ?? 'Cable',
    facts: (
      <div className="grid gap-4">
        {segments.map((segment) => (
          <CableFacts key={segment.id} segment={segment} />
        ))}
      </div>
    ),
  };
}

/** The source above its symbol: what it is known by. */
function SourceLabels({ frame, origin }: { frame: Frame; origin: Origin | undefined }) {
  if (origin === undefined) return null;
  const { transformer } = origin;
  const at = `origins.${origin.id}.transformer`;
  const opens = (fields: readonly string[]): Opens => ({
    label: origin.name,
    facts: <Facts paths={fields.map((field) => `origins.${origin.id}.${field}`)} />,
  });
  if (origin.kind === 'transformer')
    return (
      <Label {...frame} side="above" opens={opens(['transformer.ratedVA', 'transformer.impedancePercent'])}>
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
    <Label {...frame} side="above" opens={opens([first[0], second[0]])}>
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
    ['zeOhm', 'loop'],
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
  const coarse = useCoarse();
  const x = electrodeX(station);
  if (x === undefined || !heights.tt) return null;
  const paths = electrodes.map(({ id }) => `electrodes.${id}.resistanceOhm`);
  return (
    <div
      className="absolute flex flex-col whitespace-nowrap text-[13px] leading-[18px]"
      style={{ left: x + 16, top: heights.soilY - 8 }}
    >
      <Pressed
        opens={coarse ? { label: 'Resistance to earth', facts: <Facts paths={paths} /> } : undefined}
        column="flex flex-col"
        side="below"
      >
        {paths.map((path) => (
          <FactField key={path} path={path} />
        ))}
      </Pressed>
    </div>
  );
}

function DeviceLabels({ frame, device, cable }: { frame: Frame; device: Device; cable: readonly Segment[] }) {
  return (
    <>
      <Label {...frame} side="above" opens={{ label: device.name, facts: <DeviceFacts device={device} /> }}>
        <Named label={device.name} trigger={<Name>{device.name}</Name>} className="block w-full" around="w-full items-center">
          <DeviceFacts device={device} />
        </Named>
        <DeviceFields device={device} />
      </Label>
      {cable.length > 0 && (
        <Label {...frame} side="below" {...opening(cableOpens(cable))}>
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
  if (settings.family === 'mccb') return <FactField path={`${at}.irA`} />;
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
        <Named
          label={segment.name ?? 'Cable'}
          trigger={
            <span className="line-clamp-2 whitespace-normal text-[12px] text-quiet leading-[15px] underline decoration-dotted underline-offset-4 in-[.sheet]:no-underline">
              {segment.name ?? 'cable'}
            </span>
          }
        >
          <CableFacts segment={segment} />
        </Named>
      )}
      <span className={prominent ? 'font-semibold' : ''}>
        <FactField
          path={`segments.${id}.lineSize`}
          shown={lineSize === undefined ? 'size ?' : `${showSize(lineSize.value)}${material?.value === 'Al' ? ' Al' : ''}`}
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
        shown={lengthM === undefined ? 'length ?' : undefined}
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
        <span className="text-[12px] text-quiet italic">maximum unknown</span>
      ) : (
        <span className="text-[12px] text-quiet">
          <b className="text-[14px] text-ink">{showCurrent(most.currentA)}</b> {faultWord(job.dialect, most.kind)}
        </span>
      )}
      {least === null ? (
        <span className="text-[12px] text-quiet italic">minimum unknown</span>
      ) : (
        <span className="text-[12px] text-quiet" title={`${faultWord(job.dialect, least.kind)}, the minimum there can be`}>
          min <b className="text-[13px] text-ink">{showCurrent(least.currentA)}</b>
        </span>
      )}
    </>
  );
}
