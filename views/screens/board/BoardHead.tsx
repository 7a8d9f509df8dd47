'use client';
import { useMemo } from 'react';
import { arranged } from '@/core/edits/arrange';
import { type BoardLayout, linesAt, type Seat } from '@/core/job/board/layout';
import { lineSums } from '@/core/job/board/sums';
import { showCurrent } from '@/core/job/show';
import { lineLetter, linesOf, word } from '@/core/job/terms';
import type { BoardStudy } from '@/core/reports/board';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { useJobState, useSession } from '../../client/JobContext';
import { BoardSelect } from './BoardSelect';
import { type BoardPlace, showBoard } from './place';
import { ShowPick } from './ShowPick';

/** Which board, how its devices are told apart, and what its lines carry: of a device that is dragged, as it would be. */
export function BoardHead({
  place,
  study,
  seats,
  layout,
}: {
  place: BoardPlace;
  study: BoardStudy | undefined;
  seats: readonly Seat[];
  layout: BoardLayout | undefined;
}) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const bus = linesOf(job.supply);
  const sums = useMemo(() => {
    const known = new Map(study?.devices.map((each) => [each.deviceId, each]));
    const drawn = seats
      .filter(({ as }) => as === 'branch')
      .map(({ device, place: at }) => {
        const of = known.get(device.id);
        const there = at === undefined || layout === undefined ? [] : linesAt(device, at, layout);
        return {
          lines: there.length > 0 ? [...new Set(there)] : device.lines,
          amps: of?.amps ?? null,
          toNeutral: of?.toNeutral ?? false,
          cosPhi: of?.cosPhi ?? null,
        };
      });
    return lineSums(drawn, bus);
  }, [study, seats, layout, bus]);
  const arrange = () => {
    const amps = new Map(study?.devices.map(({ deviceId, amps: each }) => [deviceId, each ?? undefined]));
    const command = arranged(job, place.boardId ?? '', (id) => amps.get(id));
    if (command !== undefined) session.edit(command);
  };
  const views = [
    { value: 'verdict' as const, label: 'Verdict' },
    { value: 'line' as const, label: word(job.dialect, 'lineOfBoard') },
    { value: 'group' as const, label: 'Group' },
    { value: 'load' as const, label: 'Load' },
  ];
  return (
    <section
      aria-label={word(job.dialect, 'board')}
      className="flex flex-wrap items-center gap-x-4 gap-y-2 border-line border-b bg-raised px-3 py-2"
    >
      <BoardSelect place={place} />
      <ShowPick place={place} />
      <p className="flex flex-wrap items-baseline gap-x-3 text-[13px]" data-testid="line-sums">
        {sums.lines.map(({ line, amps }) => (
          <span key={line} className="whitespace-nowrap">
            <span className="text-quiet">{lineLetter(job.supply, line)}</span>{' '}
            <span className="font-semibold text-[17px]">{showCurrent(amps)}</span>
          </span>
        ))}
        {sums.neutralA !== null && (
          <span className="whitespace-nowrap">
            <span className="text-quiet">N</span> <span className="font-semibold text-[17px]">{showCurrent(sums.neutralA)}</span>
          </span>
        )}
        {bus.length > 1 && <span className="whitespace-nowrap text-quiet">{Math.round(100 * sums.apart)} % apart</span>}
        {sums.unknown > 0 && <span className="whitespace-nowrap text-quiet">{sums.unknown} not known</span>}
      </p>
      <span className="flex-1" />
      <Pick
        label={job.dialect === 'nec' ? 'Color by' : 'Colour by'}
        value={place.view}
        options={views}
        onChange={(view) => showBoard(place, { view })}
      />
      {layout !== undefined && <Button onClick={arrange}>Arrange</Button>}
    </section>
  );
}
