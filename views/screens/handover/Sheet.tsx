'use client';
import { format } from 'date-fns';
import { type ReactNode, useLayoutEffect, useRef, useState } from 'react';
import { earthingWords, packName, systemName, word } from '@/core/job/terms';
import { useJobState } from '../../client/JobContext';
import { MARGIN_MM, PAPERS, type PaperName, px } from './paper';

interface Props {
  paper: PaperName;
  title: string;
  page: number;
  pages: number;
  children: ReactNode;
}

/** Smallest the content of a sheet is drawn to shrink one page. */
const LEAST_ZOOM = 0.6;

/** One page: whose job, what it shows, and at its foot what it is worth. What is too much for the page is drawn smaller. */
export function Sheet({ paper, title, page, pages, children }: Props) {
  const { width, height } = PAPERS[paper];
  const dialect = useJobState((state) => state.job.dialect);
  const [zoom, setZoom] = useState(1);
  const room = useRef<HTMLDivElement>(null);
  const content = useRef<HTMLDivElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looked at again after every change of size
  useLayoutEffect(() => {
    // Only ever smaller: text set anew at another size may grow by a line and would be drawn to and fro.
    const shrink = () => {
      const there = room.current?.clientHeight ?? 0;
      const wanted = content.current?.getBoundingClientRect().height ?? 0;
      // From the size it was measured at: measured twice before it is drawn again, it shrinks once.
      const drawn = Number(content.current?.dataset.zoom ?? 1);
      if (there > 0 && wanted > there) setZoom((now) => Math.min(now, Math.max(LEAST_ZOOM, (drawn * there) / (wanted + 1))));
    };
    const observer = new ResizeObserver(shrink);
    if (content.current !== null) observer.observe(content.current);
    shrink();
    return () => observer.disconnect();
  }, [zoom]);
  return (
    <article
      className="sheet mx-auto mb-4 flex flex-col border border-line shadow-raised"
      data-testid="sheet"
      style={{ width: `${width}mm`, height: `${height}mm`, padding: `${MARGIN_MM}mm` }}
    >
      <SheetHead title={title} />
      <div ref={room} className="min-h-0 flex-1 overflow-hidden">
        <div ref={content} style={{ zoom, minHeight: 0 }} data-zoom={zoom}>
          {children}
        </div>
      </div>
      <footer className="mt-2 flex gap-4 border-line-strong border-t pt-[6px] text-[10.5px] text-quiet leading-[13px]">
        <p>
          Isotrip advises; it certifies nothing. Isolate, lock off and prove dead before opening a {word(dialect, 'board')}. Local
          code and the authority having jurisdiction decide; the maker's instructions win.
        </p>
        <p className="ml-auto whitespace-nowrap">
          {page} / {pages}
        </p>
      </footer>
    </article>
  );
}

function SheetHead({ title }: { title: string }) {
  const job = useJobState((state) => state.job);
  const { name, card, pack, supply } = job;
  const who = [card.address, card.client, card.number, card.installer, card.licence].filter((each) => each !== undefined);
  return (
    <header className="mb-3 flex items-start gap-6 border-ink border-b-2 pb-2">
      <div className="min-w-0">
        <h2 className="font-semibold text-[19px] leading-6">{title}</h2>
        <p className="text-[12px] leading-4">
          {name}
          {who.length > 0 && ` · ${who.join(' · ')}`}
        </p>
      </div>
      <p className="ml-auto whitespace-nowrap text-right text-[11px] text-quiet leading-4">
        {packName(pack)}
        <br />
        {systemName(supply)} · {earthingWords(job)}
        <br />
        printed {format(new Date(), 'd MMM yyyy')}
      </p>
    </header>
  );
}

/** Rows that shrink on one page of a table, by the height of the paper. */
export const rowsOnPage = (paper: PaperName, rowPx: number, besidePx: number): number =>
  Math.max(1, Math.floor((px(PAPERS[paper].height - 2 * MARGIN_MM) - besidePx) / rowPx));
