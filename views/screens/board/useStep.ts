'use client';
import { putDevice } from '@/core/edits/board';
import type { BoardLayout, Place } from '@/core/job/board/layout';
import { useJobState, useSession } from '../../client/JobContext';

/** How far an arrow key moves a device: down and up a column of spaces, across to the other; along a rail, and to the next. */
const STEPS: Readonly<Record<BoardLayout['kind'], Readonly<Record<string, readonly [track: number, at: number]>>>> = {
  slots: { ArrowDown: [0, 2], ArrowUp: [0, -2], ArrowLeft: [-1, 0], ArrowRight: [1, 0] },
  rails: { ArrowRight: [0, 2], ArrowLeft: [0, -2], ArrowUp: [-1, 0], ArrowDown: [1, 0] },
};

/**
 * Moves a device by the keyboard to the next place it may go to: past what stands in between.
 * @returns whether the key is one that moves
 */
export function useStep(layout: BoardLayout) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  return (deviceId: string, from: Place, key: string): boolean => {
    const step = STEPS[layout.kind][key];
    if (step === undefined) return false;
    for (let times = 1; times <= layout.halves; times += 1) {
      const to = { track: from.track + step[0] * times, at: from.at + step[1] * times };
      if (to.track < 0 || to.track >= layout.tracks || to.at < 0 || to.at >= layout.halves) return true;
      const tried = putDevice(job, deviceId, to);
      if (!tried.ok) continue;
      session.edit(tried.command);
      requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-device="${deviceId}"]`)?.focus());
      return true;
    }
    return true;
  };
}
