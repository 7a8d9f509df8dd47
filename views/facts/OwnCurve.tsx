'use client';
import { useState } from 'react';
import { CURVE_HEADS, readCurve, showCurve } from '@/core/job/curveText';
import { setField } from '@/core/job/edits/rows';
import type { Device } from '@/core/job/schema/device';
import { Labelled, TextArea } from '@/ui/Field';
import { useJobState, useSession } from '../job/JobContext';

/** The points of a device's own curve, typed or pasted as a file has them; read where its band is of grade maker. */
export function OwnCurve({ device }: { device: Device }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const points = 'curvePoints' in device.settings ? device.settings.curvePoints?.value : undefined;
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | undefined>();
  const keep = () => {
    if (text === null) return;
    const read = text.trim() === '' ? undefined : readCurve(text);
    if (read !== undefined && !read.ok) return setProblem(read.message);
    const to = read === undefined ? undefined : { value: read.value, from: 'stated' };
    const label = read === undefined ? 'no curve of its own' : `curve of ${read.readAs}`;
    setProblem(session.edit(setField(job, 'devices', device.id, ['settings', 'curvePoints'], to, label)));
    setText(null);
  };
  return (
    <Labelled label={`Its own curve: ${CURVE_HEADS.join(', ')}, a line each`} problem={problem}>
      {(wiring) => (
        <TextArea
          {...wiring}
          data-own-curve
          rows={points === undefined && text === null ? 2 : 6}
          value={text ?? (points === undefined ? '' : showCurve(points))}
          spellCheck={false}
          placeholder="20,1000,3600"
          onChange={({ target }) => setText(target.value)}
          onBlur={keep}
        />
      )}
    </Labelled>
  );
}
