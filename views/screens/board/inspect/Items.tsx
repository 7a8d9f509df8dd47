'use client';
import { howMeasured } from '@/core/facts/inspections';
import { entryText } from '@/core/facts/typed';
import { CODES, type ObservationCode } from '@/core/job/inspected';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { InspectionRow } from '@/core/reports/inspectionRows';
import { Choice } from '@/ui/Choice';
import { KeptText } from '@/ui/Field';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../../client/JobContext';
import { FactField } from '../../../parts/facts/FactField';
import { useLook } from './useLook';

/** Things to look at, under each other: what is right, what was seen, what is to be done where it is not. */
export function Items({ rows, codes, whose }: { rows: readonly InspectionRow[]; codes: boolean; whose: string | null }) {
  return (
    <ul className="rounded border border-line bg-raised">
      {rows.map((row) => (
        <Item key={row.key} row={row} codes={codes} whose={whose} />
      ))}
    </ul>
  );
}

export const isWrong = ({ verdict }: InspectionRow): boolean => verdict === 'stop' || verdict === 'caution';

function Item({ row, codes, whose }: { row: InspectionRow; codes: boolean; whose: string | null }) {
  const { kind, verdict, name, right, fix, rule, because, dated, by } = row;
  const mark = verdict ?? 'unknown';
  const seen = [dated, by].filter((each) => each !== null).join(', ');
  return (
    <li
      data-item={row.item ?? row.key}
      data-verdict={verdict ?? 'not-seen'}
      data-fact={placeOf(row)}
      tabIndex={-1}
      className="grid gap-x-3 gap-y-1 border-line border-b px-3 py-2 last:border-b-0 md:grid-cols-[minmax(0,1fr)_auto]"
    >
      <div className="flex min-w-0 items-start gap-2">
        <span className="mt-[3px]">
          <VerdictMark kind={mark} label={verdict === null ? 'not inspected' : VERDICT_WORDS[verdict]} />
        </span>
        <div className="min-w-0">
          <p>
            <span className="font-semibold">{name}</span>
            {row.value !== null && <span className="ml-2 font-semibold text-[17px]">{row.value}</span>}
            {right !== '' && <span className="block text-[13px] text-quiet first-letter:uppercase">{right}</span>}
          </p>
          {kind === 'seen' && isWrong(row) && (
            <p className="text-[13px]">
              {row.value !== null && <span className="block">{because}</span>}
              <span className="font-semibold">To do:</span> {fix}
            </p>
          )}
          {kind === 'seen' && verdict === 'unknown' && <p className="text-[13px]">{because}</p>}
          {kind !== 'seen' && because !== '' && <p className="text-[13px]">{because}</p>}
          <p className="text-[12px] text-quiet">{[rule, seen].filter((each) => each !== '').join(' · ')}</p>
        </div>
      </div>
      <div className="flex flex-wrap items-start gap-2 md:justify-end max-md:pl-6">
        {kind === 'seen' && <Answer row={row} whose={whose} />}
        {kind === 'fact' && row.path !== null && <FactField path={row.path} className="font-semibold" />}
        {kind === 'judged' && <span className="text-[12px] text-quiet">calculated</span>}
        {codes && isWrong(row) && kind === 'seen' && <Code row={row} whose={whose} />}
      </div>
    </li>
  );
}

/** Place of a row in the job, where a finding leads. */
const placeOf = ({ on, id, item, path }: InspectionRow): string | undefined =>
  on === null ? (path ?? undefined) : `${on.slice(0, -2)}s.${id}.${item}`;

const DOES_NOT_APPLY = { value: 'not-applicable', label: 'Does not apply' } as const;

/** What was seen, chosen by hand; or a figure, where one is wanted. */
export function Answer({ row, whose, bare = false }: { row: InspectionRow; whose: string | null; bare?: boolean }) {
  const job = useJobState((state) => state.job);
  const { see, measure, clear } = useLook(row, whose);
  const label = whose === null ? row.name : `${row.name}, ${whose}`;
  if (row.measured === null || row.item === null)
    return (
      <Choice
        label={label}
        value={row.result ?? undefined}
        options={[
          { value: 'right' as const, label: 'Satisfactory' },
          { value: 'wrong' as const, label: 'Defect' },
          ...(row.optional ? [DOES_NOT_APPLY] : []),
        ]}
        onChange={see}
        onClear={clear}
      />
    );
  const how = howMeasured(job, row.item);
  const kept = job.inspections[row.rowId ?? '']?.value?.value;
  return (
    <div className="flex items-end gap-1">
      <KeptText
        label={`${bare ? row.name : 'Measured'}${how.usual === undefined ? '' : `, ${how.usual}`}`}
        className="w-28"
        value={kept === undefined ? '' : String(Number(Number(entryText(how, kept)).toPrecision(4)))}
        keep={measure}
      />
      {row.item === 'torque' ? (
        <Choice
          label={label}
          value={row.result ?? undefined}
          options={[{ value: 'by-feel', label: 'By feel' }]}
          onChange={see}
          onClear={clear}
        />
      ) : (
        !bare && (
          <Choice
            label={label}
            value={row.result ?? undefined}
            options={[{ value: 'wrong' as const, label: 'Defect' }, ...(row.optional ? [DOES_NOT_APPLY] : [])]}
            onChange={see}
            onClear={clear}
          />
        )
      )}
    </div>
  );
}

/** The observation's code: proposed by the rule, confirmed by whoever looked. */
export function Code({ row, whose }: { row: InspectionRow; whose: string | null }) {
  const { code } = useLook(row, whose);
  return (
    <div className="grid justify-items-end gap-0.5">
      <Choice<ObservationCode>
        label={`Code of ${row.name}`}
        value={row.code ?? undefined}
        options={CODES.map((each) => ({ value: each, label: each === row.proposed && row.code === null ? `${each}?` : each }))}
        onChange={code}
        onClear={() => code(undefined)}
      />
      {row.code === null && row.proposed !== null && (
        <span className="text-[12px] text-quiet">{row.proposed} proposed: confirm one</span>
      )}
    </div>
  );
}
