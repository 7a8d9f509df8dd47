'use client';

import { X } from 'lucide-react';
import { moveCircuit, renameCircuit } from '@/core/edits/circuits';
import { addBoard, addCable, addDevice, addGroupDevice, addLoad, addOutlet, copyOfCircuit } from '@/core/edits/parts';
import { removePoint } from '@/core/edits/points';
import { setField, takeOut } from '@/core/edits/rows';
import { factPaths } from '@/core/facts/read';
import type { Command } from '@/core/job/commands';
import { Circuit } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import { word, wordOfUse } from '@/core/job/terms';
import { nextNumber } from '@/core/quick/circuit';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { KeptText, Labelled, Select } from '@/ui/Field';
import { IconButton } from '@/ui/IconButton';
import { useJobState, useSession } from '../../client/JobContext';
import { findingsOpen, hrefOf } from '../frame/places';
import { AddAppliance, LoadFacts } from './LoadPanel';
import { Facts } from './Panel';
import { PointFacts } from './PointPanel';

const USES = Circuit.shape.use.unwrap().options;
const TOPOLOGIES = Circuit.shape.topology.options;

/** Everything there is to say of a circuit that is not on its run: name, use, design current, loads. */
export function CircuitFacts({ circuit }: { circuit: Circuit }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id, number, name } = circuit;
  const edit = (label: string, field: string, to: string | undefined) =>
    session.edit(setField(job, 'circuits', id, field, to, label));
  const loads = Object.values(job.loads)
    .filter((load) => load.circuitId === id)
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  const points = Object.values(job.points)
    .filter((point) => point.circuitId === id && point.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  const boards = Object.values(job.boards)
    .filter((board) => board.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  return (
    <div className="grid gap-2">
      <div className="grid grid-cols-[72px_minmax(0,1fr)] gap-2">
        <KeptText label="Number" value={number} keep={(text) => edit(`number ${text}`, 'number', text)} />
        <KeptText label="Name" value={name} keep={(text) => session.edit(renameCircuit(job, circuit, text))} />
      </div>
      {circuit.kind === 'final' && boards.length > 1 && (
        <Labelled label={job.dialect === 'nec' ? 'On the panel' : 'On the board'}>
          {(wiring) => (
            <Select
              {...wiring}
              value={circuit.fromBoardId ?? ''}
              options={boards.map((board) => ({ value: board.id, label: board.name }))}
              onChange={(to) => session.edit(moveCircuit(job, circuit, to, nextNumber(job, to)))}
            />
          )}
        </Labelled>
      )}
      {circuit.kind === 'final' && (
        <>
          <Choice
            label="Use"
            value={circuit.use}
            options={USES.map((value) => ({ value, label: wordOfUse(job.dialect, value) }))}
            onChange={(to) => edit(wordOfUse(job.dialect, to), 'use', to)}
            onClear={() => edit('use not said', 'use', undefined)}
          />
          {(job.dialect === 'iec' || circuit.topology === 'ring') && (
            <Choice
              label="Form"
              value={circuit.topology}
              options={TOPOLOGIES.map((value) => ({ value, label: value }))}
              onChange={(to) => edit(to, 'topology', to)}
            />
          )}
        </>
      )}
      <Facts
        paths={factPaths(job, 'circuits', id).filter((path) => circuit.topology === 'ring' || !path.endsWith('.ringContinuity'))}
      />
      <CircuitLinks circuit={circuit} />
      {loads.map((load) => (
        <LoadFacts key={load.id} load={load} />
      ))}
      {circuit.kind === 'final' && <AddAppliance circuit={circuit} />}
      {points.map((point) => (
        <section key={point.id} aria-label={point.name} className="border-line border-t pt-2">
          <div className="flex justify-end">
            <IconButton name={`Delete ${point.name}`} onClick={() => session.edit(removePoint(job, point))}>
              <X size={16} aria-hidden />
            </IconButton>
          </div>
          <PointFacts point={point} />
        </section>
      ))}
      <CircuitActs circuit={circuit} bare={loads.length === 0} />
    </div>
  );
}

/**
 * What can be added to a circuit, and what can be done with it as a whole.
 * @param bare nothing is connected to it yet
 */
function CircuitActs({ circuit, bare }: { circuit: Circuit; bare: boolean }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id } = circuit;
  const has = (rows: Record<string, { circuitId?: string | undefined; state: string }>) =>
    Object.values(rows).some((row) => row.circuitId === id && row.state !== 'removed');
  const add = (part: (job: Job, circuit: Circuit, id: string) => Command) =>
    session.edit(part(job, circuit, crypto.randomUUID()));
  const copy = () => {
    const made = copyOfCircuit(job, id, nextNumber(job, circuit.fromBoardId ?? ''), () => crypto.randomUUID());
    if (session.edit(made.command) !== undefined) return;
    window.history.pushState(null, '', hrefOf(job.id, { step: 'circuits', circuitId: made.circuitId }, findingsOpen()));
  };
  return (
    <div className="flex flex-wrap gap-2">
      {circuit.kind === 'final' && (
        <Button onClick={() => add(addOutlet)}>{job.dialect === 'nec' ? 'Add a receptacle' : 'Add a socket-outlet'}</Button>
      )}
      {circuit.kind === 'final' && <Button onClick={() => add(addLoad)}>Add a load</Button>}
      <Button onClick={() => add(addDevice)}>Add a device</Button>
      {circuit.kind !== 'service' && <Button onClick={() => add(addGroupDevice)}>Add a device ahead of a group</Button>}
      {circuit.kind === 'final' && bare && (
        <Button onClick={() => add(addBoard)}>{job.dialect === 'nec' ? 'Feed a new panel' : 'Feed a new board'}</Button>
      )}
      {!has(job.segments) && <Button onClick={() => session.edit(addCable(job, id, crypto.randomUUID()))}>Add a cable</Button>}
      {circuit.kind === 'final' && <Button onClick={copy}>Copy the circuit</Button>}
      {circuit.kind !== 'service' && <Button onClick={() => session.edit(takeOut(job, 'circuits', id))}>Delete</Button>}
    </div>
  );
}

/** The other circuit whose neutral it shares, and the device of its board it stands behind. */
function CircuitLinks({ circuit }: { circuit: Circuit }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id } = circuit;
  const link = (label: string, field: string, to: string) =>
    session.edit(setField(job, 'circuits', id, field, to === 'none' ? undefined : to, label));
  const neighbours = Object.values(job.circuits)
    .filter((other) => other.id !== id && other.kind === 'final' && other.fromBoardId === circuit.fromBoardId)
    .filter((other) => other.state !== 'removed')
    .sort((a, b) => a.number.localeCompare(b.number, 'en', { numeric: true }));
  const groups = Object.values(job.devices).filter(
    (device) => device.seat === 'board' && device.boardId === circuit.fromBoardId && device.state !== 'removed',
  );
  return (
    <>
      {circuit.kind === 'final' && neighbours.length > 0 && (
        <Labelled label="Shares its neutral with">
          {(wiring) => (
            <Select
              {...wiring}
              value={circuit.sharesNeutralWith ?? 'none'}
              options={[
                { value: 'none', label: 'no other circuit' },
                ...neighbours.map((other) => ({ value: other.id, label: `${other.number} ${other.name}` })),
              ]}
              onChange={(to) => link('shared neutral', 'sharesNeutralWith', to)}
            />
          )}
        </Labelled>
      )}
      {groups.length > 0 && (
        <Labelled label="Behind">
          {(wiring) => (
            <Select
              {...wiring}
              value={circuit.behindDeviceId ?? 'none'}
              options={[
                { value: 'none', label: `the ${word(job.dialect, 'board')} itself` },
                ...groups.map((group) => ({ value: group.id, label: group.name })),
              ]}
              onChange={(to) => link('behind another device', 'behindDeviceId', to)}
            />
          )}
        </Labelled>
      )}
    </>
  );
}
