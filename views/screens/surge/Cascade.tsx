'use client';
import { useState } from 'react';
import { setFact } from '@/core/edits/rows';
import { showLength, showNumber, showPaced } from '@/core/job/show';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { ShownStage, SurgeStudy } from '@/core/reports/surge';
import { Button } from '@/ui/Button';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useSession } from '../../client/JobContext';
import { kilovolts } from './figures';

/** The steepest current a lead is judged at, V/m. */
const VOLTS_PER_M = 1500;
const TOP = 26;
const HIGH = 170;
const WIDE = 690;

/** A surge on its way: what comes in, what each stage leaves, and what arrives, over the line of what the equipment stands. */
export function Cascade({
  study,
  chosen,
  choose,
}: {
  study: SurgeStudy;
  chosen: string | null;
  choose: (deviceId: string) => void;
}) {
  const stage = study.stages.find(({ deviceId }) => deviceId === chosen);
  const [tried, setTried] = useState<number | null>(null);
  const { steps, arrives } = onItsWay(study, chosen, tried);
  const over = arrives !== null && arrives > study.stands.kV;
  return (
    <section aria-label="The cascade" data-testid="cascade" className="rounded border border-line bg-raised">
      <div className="flex flex-wrap items-baseline gap-x-3 px-3 pt-2">
        <h2 className="font-semibold">{study.circuit}</h2>
        <p className="text-[13px]" data-testid="arrives">
          <span className={`font-semibold text-[20px] tabular-nums ${over ? 'text-caution' : ''}`}>
            {arrives === null ? 'not known' : kilovolts(arrives)}
          </span>{' '}
          <span className="text-quiet">
            at the equipment; {study.stands.what} withstands {kilovolts(study.stands.kV)}
          </span>
        </p>
      </div>
      <div className="overflow-x-auto">
        <CascadeDrawing study={study} steps={steps} chosen={chosen} says={saidOf(study, arrives)} />
      </div>
      {study.stages.length > 1 && (
        <div className="flex flex-wrap gap-1 px-3 pb-2">
          {study.stages.map((each) => (
            <Button
              key={each.deviceId}
              aria-pressed={each.deviceId === chosen}
              onClick={() => choose(each.deviceId)}
              className={each.deviceId === chosen ? 'border-copper bg-chosen' : ''}
            >
              <span className="inline-flex items-center gap-2">
                <VerdictMark kind={each.verdict} label={VERDICT_WORDS[each.verdict]} />
                {each.name}
              </span>
            </Button>
          ))}
        </div>
      )}
      {stage !== undefined && stage.leadM !== null && stage.at !== 'outlet' && (
        <Lead stage={stage} tried={tried ?? stage.leadM} changed={tried !== null} setTried={setTried} />
      )}
    </section>
  );
}

/** A place on the way of a surge, with the level there where it is known. */
interface StepOnTheWay {
  id: string;
  name: string;
  kV: number | null;
  stage: ShownStage | undefined;
}

/**
 * The places a surge comes by and the level at each.
 * @param tried another length of the leads of the chosen stage, m
 */
function onItsWay(
  study: SurgeStudy,
  chosen: string | null,
  tried: number | null,
): { steps: StepOnTheWay[]; arrives: number | null } {
  const levelOf = (each: ShownStage): number | null =>
    each.deviceId !== chosen || tried === null || each.upKv === null || each.leadM === null
      ? each.levelKv
      : each.upKv + (tried * VOLTS_PER_M) / 1000;
  const last = study.stages.filter(({ failed }) => !failed).at(-1);
  const arrives =
    last === undefined
      ? study.incomingKv
      : last.levelKv === null || last.atEquipmentKv === null
        ? null
        : last.atEquipmentKv + (levelOf(last) ?? last.levelKv) - last.levelKv;
  const steps: StepOnTheWay[] = [
    { id: 'in', name: 'from the line', kV: study.incomingKv, stage: undefined },
    ...study.stages.map((each) => ({ id: each.deviceId, name: each.name, kV: levelOf(each), stage: each })),
    { id: 'equipment', name: study.circuit, kV: arrives, stage: undefined },
  ];
  return { steps, arrives };
}

/** The levels as bars from one floor, over the lines of what the equipment stands and of 80 % of it. */
function CascadeDrawing({
  study,
  steps,
  chosen,
  says,
}: {
  study: SurgeStudy;
  steps: readonly StepOnTheWay[];
  chosen: string | null;
  says: string;
}) {
  const most = Math.max(study.incomingKv, study.stands.kV, ...steps.map(({ kV }) => kV ?? 0));
  const y = (kV: number) => TOP + HIGH * (1 - kV / most);
  const column = WIDE / steps.length;
  return (
    <svg viewBox={`0 0 ${WIDE} ${TOP + HIGH + 62}`} className="w-full min-w-[690px]" role="img" aria-label={says}>
      <path d={`M0 ${y(study.stands.kV)}H${WIDE}`} stroke="var(--ink)" strokeWidth="1.5" />
      <path d={`M0 ${y(0.8 * study.stands.kV)}H${WIDE}`} stroke="var(--quiet)" strokeDasharray="5 4" />
      <text x={column} y={y(study.stands.kV) - 5} textAnchor="middle" fontSize="12" fill="var(--ink)">
        withstands {kilovolts(study.stands.kV)}
      </text>
      <text x={column} y={y(0.8 * study.stands.kV) + 14} textAnchor="middle" fontSize="12" fill="var(--quiet)">
        80 %
      </text>
      {steps.map((step, index) => (
        <Step
          key={step.id}
          step={step}
          x={index * column}
          wide={column}
          y={y}
          chosen={step.id === chosen}
          last={index === steps.length - 2}
        />
      ))}
      <path d={`M0 ${TOP + HIGH}H${WIDE}`} stroke="var(--line-strong)" />
    </svg>
  );
}

/** One place: its bar, split where leads add to what a device lets through, and what stands under it. */
function Step({
  step: { id, name, kV, stage: at },
  x,
  wide,
  y,
  chosen,
  last,
}: {
  step: StepOnTheWay;
  x: number;
  wide: number;
  y: (kV: number) => number;
  chosen: boolean;
  /** Nothing is between it and the equipment. */
  last: boolean;
}) {
  const dialect = useJobState((state) => state.job.dialect);
  const middle = x + wide / 2;
  return (
    <g data-step={id}>
      {kV === null ? (
        <rect x={middle - 22} y={TOP} width="44" height={HIGH} fill="none" stroke="var(--quiet)" strokeDasharray="4 4" />
      ) : (
        <>
          {/* The lines are of the equipment: they go behind what comes in. */}
          {id === 'in' && <rect x={middle - 22} y={y(kV)} width="44" height={TOP + HIGH - y(kV)} fill="var(--raised)" />}
          <rect
            x={middle - 22}
            y={y(kV)}
            width="44"
            height={TOP + HIGH - y(kV)}
            fill={at === undefined ? 'var(--series-2)' : 'var(--copper)'}
            fillOpacity={id === 'in' ? 0.45 : 1}
          />
          {at !== undefined && at.upKv !== null && kV > at.upKv && (
            <rect
              x={middle - 22}
              y={y(kV)}
              width="44"
              height={y(at.upKv) - y(kV)}
              fill="var(--raised)"
              stroke="var(--copper)"
              strokeWidth="1.5"
            />
          )}
          <text
            x={middle + 28}
            y={y(kV) + 16}
            fontSize="14"
            fontWeight="700"
            fill="var(--ink)"
            stroke="var(--raised)"
            strokeWidth="3"
            paintOrder="stroke"
          >
            {showNumber(kV, 3)}
          </text>
        </>
      )}
      {at?.failed === true && (
        <path d={`M${middle - 22} ${TOP}l44 ${HIGH}m0 -${HIGH}l-44 ${HIGH}`} stroke="var(--stop)" strokeWidth="2" />
      )}
      <text x={middle} y={TOP + HIGH + 18} textAnchor="middle" fontSize="12" fill="var(--ink)" fontWeight={chosen ? 700 : 400}>
        {short(name)}
      </text>
      {at !== undefined && (
        <text x={middle} y={TOP + HIGH + 34} textAnchor="middle" fontSize="12" fill="var(--quiet)">
          {at.label}
        </text>
      )}
      {at !== undefined && last && at.distanceM !== null && at.at !== 'outlet' && (
        <text x={x + wide} y={TOP + HIGH + 52} textAnchor="middle" fontSize="12" fill="var(--quiet)">
          {`${showPaced(at.distanceM, dialect)}${at.doubled ? ', level doubled' : at.mayDouble ? ', may double' : ''}`}
        </text>
      )}
    </g>
  );
}

/** The leads of a stage, longer or shorter, before anybody moves it. */
function Lead({
  stage,
  tried,
  changed,
  setTried,
}: {
  stage: ShownStage;
  tried: number;
  changed: boolean;
  setTried: (metres: number | null) => void;
}) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const lead = job.dialect === 'nec' ? `${Math.round(tried / 0.0254)} in.` : showLength(tried, 'iec');
  const volts = (metres: number, at: { volts: number }) =>
    stage.leadM === 0 || stage.leadM === null ? 0 : (at.volts / stage.leadM) * metres;
  return (
    <div className="grid gap-1 border-line border-t px-3 py-2 text-[13px]" data-testid="lead">
      <label htmlFor="lead" className="flex flex-wrap items-baseline justify-between gap-x-3">
        <span className="font-semibold">Leads of {stage.name}</span>
        <span className="tabular-nums">
          <span className="font-semibold text-[17px]">{lead}</span> · {showNumber((tried * VOLTS_PER_M) / 1000, 3)} kV
        </span>
      </label>
      <input
        id="lead"
        type="range"
        min={0.05}
        max={2}
        step={0.05}
        value={tried}
        aria-valuetext={lead}
        onChange={(event) => setTried(Number(event.target.value))}
        className="w-full accent-copper pointer-coarse:min-h-11"
      />
      <p className="text-quiet">
        {job.dialect === 'nec' ? 'Four inches' : 'Ten centimetres'} cost 0.15 kV.{' '}
        {stage.leads.map((each) => `${each.says}: ${Math.round(volts(tried, each))} V`).join(' · ')}. The largest counts.
      </p>
      {changed && (
        <div className="flex gap-2">
          <Button
            primary
            onClick={() => {
              session.edit(setFact(job, `devices.${stage.deviceId}.settings.leadM`, { value: tried, from: 'stated' }));
              setTried(null);
            }}
          >
            Keep this length
          </Button>
          <Button onClick={() => setTried(null)}>Back</Button>
        </div>
      )}
    </div>
  );
}

const short = (text: string): string => (text.length <= 22 ? text : `${text.slice(0, 21).trimEnd()}…`);
const saidOf = (study: SurgeStudy, arrives: number | null): string =>
  [
    `${kilovolts(study.incomingKv)} from the line`,
    ...study.stages.map(({ name, levelKv }) => `${name} leaves ${levelKv === null ? 'nobody knows what' : kilovolts(levelKv)}`),
    `${arrives === null ? 'not known' : kilovolts(arrives)} at the equipment`,
  ].join(', ');
