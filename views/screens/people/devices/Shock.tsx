'use client';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import type { ShockStudy } from '@/core/reports/residual';
import { Pick } from '@/ui/Choice';
import type { ChartModel } from '@/ui/charts/model';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer } from '../../../client/JobContext';

const TimeCurrentChart = dynamic(() => import('@/ui/charts/TimeCurrentChart').then((module) => module.TimeCurrentChart), {
  ssr: false,
  loading: () => <div className="min-h-[280px]" aria-busy="true" />,
});

type Skin = 'dry' | 'wet' | 'salt-wet';
type Path = 'hand-to-feet' | 'hand-to-hand';

/** Somebody touches a line behind the device: what flows through whom for how long, over its trip times and the limit of the heart. */
export function Shock({ deviceId }: { deviceId: string }) {
  const [skin, setSkin] = useState<Skin>('wet');
  const [path, setPath] = useState<Path>('hand-to-feet');
  const study = useAnswer({ kind: 'shock', deviceId, skin, path });
  const model = useMemo(() => (study === undefined || study === null ? null : shockModel(study)), [study]);
  if (study === undefined || study === null || model === null) return null;
  return (
    <section aria-label="Trip time and the body" data-testid="shock">
      <h3 className="font-semibold">A line is touched behind it</h3>
      <div className="my-1 flex flex-wrap gap-x-3 gap-y-1">
        <Pick label="Skin" value={skin} options={SKINS} onChange={setSkin} />
        <Pick label="Path" value={path} options={PATHS} onChange={setPath} />
      </div>
      <p className="flex items-start gap-2 text-[13px]" data-testid="shock-sentence">
        <span className="mt-0.5">
          <VerdictMark kind={study.within ? 'pass' : study.forPersons ? 'stop' : 'not-applicable'} />
        </span>
        <span>{study.sentence}</span>
      </p>
      <div className="mt-1 flex h-[400px] flex-col">
        <TimeCurrentChart model={model} onProbe={() => undefined} probeText={null} note="body current and trip time" />
      </div>
      <p className="text-[12px] text-quiet">{study.source}, from memory</p>
    </section>
  );
}
const SKINS = [
  { value: 'dry', label: 'dry' },
  { value: 'wet', label: 'wet' },
  { value: 'salt-wet', label: 'salt-wet' },
] as const;
const PATHS = [
  { value: 'hand-to-feet', label: 'hand to feet' },
  { value: 'hand-to-hand', label: 'hand to hand' },
] as const;

function shockModel({ bands, heart, bodyA, opensS }: ShockStudy): ChartModel {
  const decadesS = [-2, 2] as const;
  const decadesA = [-3, 1] as const;
  return {
    bands: [
      ...bands.slice(0, 4).map(({ deviceId, name, label, minimum, maximum, minimumBeyond, maximumBeyond }) => ({
        id: deviceId,
        name,
        label,
        minimum,
        maximum,
        minimumBeyond,
        maximumBeyond,
      })),
      {
        id: 'heart',
        name: 'the heart',
        label: 'heart at risk',
        minimum: [],
        maximum: heart,
        minimumBeyond: 'open',
        maximumBeyond: 'open',
        line: [{ currentA: heart[0]!.currentA, timeS: 100 }, ...heart],
      },
    ],
    decadesA,
    decadesS,
    verticals: [],
    diagonal: null,
    axes: { x: 'current through the body', y: 'for how long' },
    places: opensS === null ? [] : [{ currentA: bodyA, timeS: opensS, label: 'through the body', kind: 'flows' as const }],
  };
}
