import { cx } from '@/ui/cx';

interface Word {
  text: string;
  /** Where it begins in the line. */
  start: number;
  kind: string;
  /** As what it was read. */
  shown: string;
  warns?: boolean;
}

/** A line as it is read, word by word. */
export function AsRead({ words }: { words: readonly Word[] }) {
  return (
    <ul aria-label="As read" className="flex flex-wrap items-baseline gap-x-2 gap-y-1">
      {words.map(({ text, start, kind, shown, warns }) => (
        <li
          key={start}
          data-token={kind}
          className={cx(
            'rounded border px-[7px] py-[1px] text-[13px]',
            kind === 'wrong' ? 'border-stop bg-stop-ground' : warns === true ? 'border-caution' : 'border-line',
            kind === 'name' && 'border-dashed',
          )}
        >
          <span className="text-quiet">{text}</span>{' '}
          {kind === 'name' ? (
            <span className="text-quiet">{shown}</span>
          ) : (
            <b className={cx('font-semibold', kind === 'wrong' && 'text-stop')}>{shown}</b>
          )}
        </li>
      ))}
    </ul>
  );
}
