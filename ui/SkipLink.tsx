'use client';

/** Where the work of a screen begins: what the skip link leads to. */
export const WORK_ID = 'work';

/** The first thing Tab comes to: past header and steps to the work. Seen only when it has the focus. */
export function SkipLink() {
  return (
    <a
      href={`#${WORK_ID}`}
      onClick={(event) => {
        // The address stays as it is: it says what is chosen.
        event.preventDefault();
        document.getElementById(WORK_ID)?.focus();
      }}
      className="sr-only focus:not-sr-only focus:fixed focus:top-1 focus:left-1 focus:z-50 focus:rounded focus:bg-raised focus:px-4 focus:py-3 focus:font-semibold focus:shadow-raised"
    >
      Skip to the work
    </a>
  );
}
