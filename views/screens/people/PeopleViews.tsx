'use client';
import { Pick } from '@/ui/Choice';
import { useJobState } from '../../client/JobContext';
import { type PeoplePlace, showPeople } from './place';

/** The two ways to look at who is protected. */
export function PeopleViews({ view }: { view: PeoplePlace['view'] }) {
  const nec = useJobState((state) => state.job.dialect === 'nec');
  return (
    <div className="mb-2">
      <Pick
        label="Look at"
        value={view}
        options={[
          { value: 'outlets', label: 'Outlets' },
          { value: 'devices', label: nec ? 'GFCI devices' : 'Residual devices' },
        ]}
        onChange={(to) => showPeople({ view: to })}
      />
    </div>
  );
}
