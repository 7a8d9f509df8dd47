'use client';
import { useEffect, useState } from 'react';
import { setField } from '@/core/edits/rows';
import { CURVE_HEADS, readCurve, showCurve } from '@/core/job/curveText';
import type { Device } from '@/core/job/schema/device';
import type { Firm, FirmCurve } from '@/core/job/schema/firm';
import { Button } from '@/ui/Button';
import { Labelled, TextArea } from '@/ui/Field';
import { Menu } from '@/ui/Menu';
import { useJobState, useSession } from '../../client/JobContext';
import { fetchJson, sendJson } from '../../client/jobsLink';

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
  const put = (to: FirmCurve['points'], label: string) =>
    session.edit(setField(job, 'devices', device.id, ['settings', 'curvePoints'], { value: to, from: 'stated' }, label));
  return (
    <>
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
      <FirmCurves name={device.name} points={points} take={(curve) => setProblem(put(curve.points, `curve of ${curve.name}`))} />
    </>
  );
}

/** Curves the firm keeps: this one kept there, or one of them taken. */
function FirmCurves({
  name,
  points,
  take,
}: {
  name: string;
  points: FirmCurve['points'] | undefined;
  take: (curve: FirmCurve) => void;
}) {
  const [firm, setFirm] = useState<Firm | undefined>();
  const [said, setSaid] = useState<string | undefined>();
  useEffect(() => {
    void fetchJson<Firm>('/api/firm').then((found) => found.ok && setFirm(found.value));
  }, []);
  if (firm === undefined) return null;
  const keep = async () => {
    const curves = [...firm.curves, { id: `curve-${crypto.randomUUID()}`, name, points: points! }];
    const done = await sendJson<Firm>('/api/firm', { base: firm, firm: { ...firm, curves } }, 'PUT');
    if (done.ok) setFirm(done.value);
    setSaid(done.ok ? `kept with the firm as ${name}` : `not kept: ${done.problem}`);
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      {points !== undefined && <Button onClick={() => void keep()}>Keep with the firm</Button>}
      {firm.curves.length > 0 && (
        <Menu
          name="Take one of the firm's"
          items={firm.curves.map((curve) => ({ label: curve.name, run: () => take(curve) }))}
          trigger={<Button>Take one of the firm's</Button>}
        />
      )}
      {said !== undefined && (
        <p role="status" className="text-[13px] text-quiet">
          {said}
        </p>
      )}
    </div>
  );
}
