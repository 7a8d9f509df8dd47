'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Figure, Figures as Read } from '@/core/job/quantities';
import type { ShownCheck } from '@/core/judging/answer';
import { cx } from '@/ui/cx';
import { Popover } from '@/ui/Popover';
import { useJobState } from '../../client/JobContext';
import { Meanings } from './Meanings';

// Looked up now and then: read when it is.
const Glossary = dynamic(() => import('./Glossary').then((module) => module.Glossary), { ssr: false });

/** A comparison in the symbols of the trade: `In 32 A > Iz 22.3 A`. */
export function FiguresText({ figures: { first, relation, second } }: { figures: Read }) {
  return (
    <>
      <Side figure={first} /> <span aria-hidden>{relation}</span> <span className="sr-only">{RELATION[relation]}</span>{' '}
      <Side figure={second} />
    </>
  );
}
const RELATION = { '≤': 'at most', '>': 'above', '≥': 'at least', '<': 'below' } as const;

function Side({ figure: { symbol, value, unit } }: { figure: Figure }) {
  return (
    <span className="whitespace-nowrap">
      {symbol !== '' && <span className="font-normal">{symbol} </span>}
      <b className="font-semibold tabular-nums">{value}</b>
      {unit !== '' && ` ${unit}`}
    </span>
  );
}

/** The figures of a check on one line; pressed it says what its quantities are, in both trades. */
export function Figures({ check, className }: { check: ShownCheck; className?: string }) {
  const dialect = useJobState((state) => state.job.dialect);
  const [open, setOpen] = useState(false);
  const [all, setAll] = useState(false);
  const { figures } = check;
  if (figures === null) return null;
  return (
    <>
      <Popover
        open={open}
        onOpenChange={setOpen}
        label="What these are"
        wide
        trigger={
          <button
            type="button"
            data-figures
            className={cx(
              'min-h-6 text-left underline decoration-dotted decoration-line-strong underline-offset-4 hover:decoration-copper pointer-coarse:min-h-11',
              className,
            )}
          >
            <FiguresText figures={figures} />
          </button>
        }
      >
        <Meanings of={[figures.first.quantity, figures.second.quantity]} dialect={dialect} />
        <button
          type="button"
          onClick={() => {
            setOpen(false);
            setAll(true);
          }}
          className="mt-2 min-h-6 font-semibold text-[13px] text-copper underline decoration-dotted underline-offset-4 pointer-coarse:min-h-11"
        >
          All quantities
        </button>
      </Popover>
      {all && <Glossary open onOpenChange={setAll} />}
    </>
  );
}
