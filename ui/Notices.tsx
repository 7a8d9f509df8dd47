'use client';
import { X } from 'lucide-react';
import { Button } from './Button';

export interface Notice {
  id: string;
  text: string;
  /** Something to do about it. */
  action?: { label: string; run: () => void };
}

/** What has to be told and stays until it is read, at the foot of the window: in a place of its own, as what it lay over could not be pressed. */
export function Notices({ notices, dismiss }: { notices: readonly Notice[]; dismiss: (id: string) => void }) {
  return (
    <div
      role="status"
      aria-live="polite"
      className="sticky bottom-0 z-30 mt-auto flex shrink-0 flex-col items-center gap-2 p-3 empty:p-0 print:hidden"
    >
      {notices.map((notice) => (
        <div
          key={notice.id}
          data-testid="notice"
          className="flex w-full max-w-xl items-center gap-3 rounded border border-line-strong bg-raised py-2 pr-2 pl-4 shadow-raised"
        >
          <p className="min-w-0 flex-1 break-words">{notice.text}</p>
          {notice.action !== undefined && (
            <Button
              onClick={() => {
                notice.action?.run();
                dismiss(notice.id);
              }}
            >
              {notice.action.label}
            </Button>
          )}
          <button
            type="button"
            aria-label="Dismiss"
            onClick={() => dismiss(notice.id)}
            className="grid size-9 shrink-0 place-items-center rounded text-quiet hover:text-ink pointer-coarse:size-11"
          >
            <X size={16} aria-hidden />
          </button>
        </div>
      ))}
    </div>
  );
}
