'use client';
import Link from 'next/link';
import { addCable } from '@/core/edits/parts';
import { setField, takeOut } from '@/core/edits/rows';
import { factPaths } from '@/core/facts/read';
import { kindWords, placeWords, plainWords, protectivePathWords, TAP_WORDS } from '@/core/job/cableWords';
import { constructionsOf } from '@/core/job/fits';
import { Segment, Tap } from '@/core/job/schema/circuit';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { KeptText, Labelled, Select } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { hrefOf } from '../frame/places';
import { Facts } from './Panel';

const PLACES = Segment.shape.place.unwrap().options;
const WAYS_BACK = Segment.shape.protectivePath.unwrap().options;
const TAPS = Tap.options.map((value) => ({ value, label: TAP_WORDS[value] }));

/** Everything there is to say of one length of cable. */
export function CableFacts({ segment }: { segment: Segment }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id, circuitId } = segment;
  const edit = (label: string, field: string, to: string | boolean | undefined) =>
    session.edit(setField(job, 'segments', id, field, to, label));
  const select = <T extends string>(
    label: string,
    field: string,
    value: T | undefined,
    options: readonly T[],
    words?: (option: T) => string,
  ) => (
    <Labelled label={label}>
      {(wiring) => (
        <Select
          {...wiring}
          value={value ?? ''}
          options={options.map((each) => ({
            value: each,
            label: words?.(each) ?? plainWords(each),
          }))}
          onChange={(to) => edit(words?.(to) ?? to, field, to)}
        />
      )}
    </Labelled>
  );
  const usual = constructionsOf(job.dialect);
  const kinds =
    segment.construction === undefined || usual.includes(segment.construction) ? usual : [...usual, segment.construction];
  return (
    <div className="grid gap-2">
      <div className="grid grid-cols-2 gap-2">
        {select('Kind', 'construction', segment.construction, kinds, (kind) => kindWords(job.dialect, kind))}
        {select('Place', 'place', segment.place, PLACES, (place) => placeWords(job.dialect, place))}
      </div>
      {select(
        'Fault return path',
        'protectivePath',
        segment.protectivePath,
        WAYS_BACK,
        (way) => protectivePathWords(job.dialect)[way],
      )}
      <Facts paths={factPaths(job, 'segments', id)} />
      <div className="grid grid-cols-2 gap-2">
        <div className="grid content-start gap-1">
          <span className="text-[13px] text-quiet">Sun on it</span>
          <Choice
            label="Sun on it"
            value={segment.inSun === undefined ? undefined : segment.inSun ? 'yes' : 'no'}
            options={[
              { value: 'no', label: 'none' },
              { value: 'yes', label: 'in the sun' },
            ]}
            onChange={(to) => edit(to === 'yes' ? 'in the sun' : 'no sun', 'inSun', to === 'yes')}
          />
        </div>
        <KeptText
          label="Ends in box"
          value={segment.box ?? ''}
          keep={(text) => edit(text === '' ? 'no box' : `box ${text}`, 'box', text === '' ? undefined : text)}
        />
      </div>
      {job.dialect === 'nec' && (
        <Labelled label="Thinner than its circuit by a rule">
          {(wiring) => (
            <Select
              {...wiring}
              value={segment.tap ?? 'none'}
              options={[{ value: 'none', label: 'no tap' }, ...TAPS]}
              onChange={(to) => edit(to === 'none' ? 'no tap' : `tap ${to}`, 'tap', to === 'none' ? undefined : to)}
            />
          )}
        </Labelled>
      )}
      <Link
        prefetch={false}
        href={hrefOf(job.id, { step: 'handover', circuitId, print: 'conductors' }, false)}
        className="text-[13px] font-semibold text-copper underline decoration-dotted underline-offset-4"
      >
        The whole working, to print
      </Link>
      <div className="flex gap-2">
        <Button onClick={() => session.edit(addCable(job, circuitId, crypto.randomUUID()))}>Another length after it</Button>
        <Button onClick={() => session.edit(takeOut(job, 'segments', id))}>Delete</Button>
      </div>
    </div>
  );
}
