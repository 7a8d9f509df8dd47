import { opensOnOvercurrent } from '../../devices/bands';
import { identityOf } from '../../devices/identity';
import { hasResidual, residualPart } from '../../devices/residual';
import { type CircuitFacts, faultAtDevice } from '../../house/facts';
import { lengthOf, originOf, type SurgeStage } from '../../house/surge';
import { all, andThen, ifEntered, join, type Known, lack, type Maybe, map } from '../../job/known';
import { heldBy } from '../../job/packs';
import { ifStated, settingIfEntered, settingOf } from '../../job/readers';
import type { Device, DeviceSettings } from '../../job/sealed';
import { word } from '../../job/terms';
import type { Check } from '../../judging/answer';
import { faultLine } from '../../judging/faultLine';
import { type Comparison, figure, fits, holds, judge, line, ruled, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import type { Fault } from '../../network/fault';
import { theMore } from '../../network/faults';
import { pathTo } from '../../network/paths';
import { linesOpened } from '../../network/poles';
import { kindsAmong } from '../../network/states';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { IN_KA, LEAD_M, NPE_KA, TYPE_3_FROM_M, UC_SHARE } from '../../tables/surge';
import { TYPE_3_NEAR } from './relaxations';

type Spd = Extract<DeviceSettings, { family: 'spd' }>;
const settingsOf = (device: Device): Spd => device.settings as Spd;

/** Impulse current of a type 1 device where nobody worked it out, kA (IEC 534.4.4.5). */
const IIMP_KA = 12.5;

/** Everything a surge device has to be where it stands. */
export function stageChecks(facts: CircuitFacts, stage: SurgeStage): Check[] {
  return [
    ...shown(facts, stage),
    placed(facts, stage),
    ...everyLine(facts, stage),
    continuous(facts, stage),
    ...currents(facts, stage),
    ...neutralPart(facts, stage),
    shortCircuit(facts, stage),
    ...opened(facts, stage),
    ...leads(facts, stage),
    ...throughSoil(facts, stage),
    ...passedOn(facts, stage),
  ];
}

/** One whose window shows that it has failed protects nothing; of one that stands already somebody has to have looked. */
function shown({ job }: CircuitFacts, { device }: SurgeStage): Check[] {
  const rule = clause(job.pack, 'surgeOpens');
  const [id, title] = [keyed('surge-window', device.id), `Status indicator of ${device.name}`];
  if (device.state !== 'existing' && settingsOf(device).indicator === undefined) return [];
  const read = settingOf(device, 'indicator');
  if (!read.known) return [unknownCheck(id, title, read.missing)];
  return [
    read.value === 'failed'
      ? ruled(id, title, 'stop', 'indicator failed: replace it', rule, read.given)
      : ruled(id, title, 'pass', 'indicator good', rule, read.given),
  ];
}

/** The type for its place: 1 or 2 where the source comes in, 1 ahead of the main, 3 no nearer to it than it may. */
function placed(facts: CircuitFacts, stage: SurgeStage): Check {
  const { device, at, atOrigin, seated } = stage;
  const rule = clause(facts.job.pack, 'surgePlace');
  const [id, title] = [keyed('surge-place', device.id), `Place of ${device.name}`];
  const type = settingOf(device, 'type');
  if (!type.known) return unknownCheck(id, title, type.missing);
  const mount = settingIfEntered(device, 'mount');
  const ahead = mount.value === 'line-side' || (at === 'lead' && seated.seat === 'start' && atOrigin);
  const given = type.given;
  if (ahead && type.value !== '1' && type.value !== '1+2')
    return ruled(id, title, 'stop', `type ${type.value} ahead of the main: type 1 required`, rule, given);
  const struck = atOrigin && facts.job.dialect === 'iec' ? struckAt(facts) : undefined;
  if (struck?.value === true && type.value === '2') {
    const why = 'type 2 at the origin: external lightning protection requires type 1';
    return ruled(id, title, 'stop', why, rule, join(given, struck.given));
  }
  if (type.value !== '3') return ruled(id, title, 'pass', `type ${type.value}`, rule, given);
  if (atOrigin)
    return ruled(id, title, 'stop', `type 3 at the ${word(facts.job.dialect, 'atOrigin')}: type 1 or 2 required`, rule, given);
  const far = map(
    andThen(facts.path, (way) => lengthOf(facts.house, way.slice(1))),
    (metres) => fits(TYPE_3_FROM_M, metres),
  );
  if (!far.known) return unknownCheck(id, title, far.missing);
  if (far.value)
    return ruled(
      id,
      title,
      'pass',
      `type 3, far enough from the ${word(facts.job.dialect, 'atOrigin')}`,
      rule,
      join(given, far.given),
    );
  const relaxation = applies(TYPE_3_NEAR, device);
  if (!relaxation.known) return unknownCheck(id, title, relaxation.missing);
  const why = relaxation.value.applies ? 'type 3, nearer as its instructions permit' : `type 3; ${relaxation.value.why}`;
  return ruled(id, title, relaxation.value.applies ? 'pass' : 'stop', why, rule, join(given, join(far.given, relaxation.given)));
}

/** Whether the building has an external lightning protection system, as said. */
function struckAt(facts: CircuitFacts): Known<boolean | undefined> | undefined {
  const origin = originOf(facts);
  return origin.known ? ifStated('origins', origin.value, 'lightningProtection') : undefined;
}

/** One that leaves a line out lets that line's surges through. */
function everyLine({ job, house }: CircuitFacts, { device, at, seated }: SurgeStage): Check[] {
  const on = device.lines.length;
  if (at === 'outlet') return [];
  const [id, title] = [keyed('surge-lines', device.id), `Lines of ${device.name}`];
  const poles = house.polesOf(seated.wiring);
  if (!poles.known) return [unknownCheck(id, title, poles.missing)];
  if (on >= poles.value.lines) return [];
  if (on === 0) return [unknownCheck(id, title, [{ path: `devices.${device.id}`, what: `the lines ${device.name} is on` }])];
  return [
    ruled(
      id,
      title,
      'stop',
      `on ${device.lines.join(', ')} alone, of ${poles.value.lines} lines`,
      clause(job.pack, 'surgePlace'),
    ),
  ];
}

/** It stands the voltage there is for ever. */
function continuous({ job }: CircuitFacts, { device }: SurgeStage): Check {
  const nec = job.dialect === 'nec';
  const rule = clause(job.pack, 'surgeRating');
  const demand = (nec ? 1 : UC_SHARE) * job.supply.u0V;
  return judge(
    keyed('surge-uc', device.id),
    `Continuous voltage of ${device.name}`,
    map(
      settingOf(device, 'ucV'),
      (ucV): Comparison => ({
        demand,
        limit: ucV,
        unit: 'V',
        of: ['continuousV', 'Uc', 'limit-first'],
        rule,
        secondary: true,
        because: () => (fits(demand, ucV) ? '' : `the voltage of a line to ${word(job.dialect, 'earth')} wears it out`),
        working: () => [
          line(nec ? 'line to ground ≤ MCOV' : '1.1 · U0 ≤ Uc', `${figure(demand)} ≤ ${figure(ucV)}`, holds(demand, ucV), rule),
        ],
      }),
    ),
  );
}

const OF_RATING = { 'surge-in': 'spdIn', 'surge-iimp': 'spdIimp' } as const;

/** Currents it is made for. */
function currents({ job }: CircuitFacts, { device, atOrigin, at }: SurgeStage): Check[] {
  const rule = clause(job.pack, 'surgeRating');
  const least = (id: keyof typeof OF_RATING, title: string, has: Maybe<number>, wants: number, unit: string): Check =>
    judge(
      keyed(id, device.id),
      title,
      map(
        has,
        (kA): Comparison => ({
          demand: wants,
          limit: kA,
          unit,
          of: ['required', OF_RATING[id], 'limit-first'],
          rule,
          secondary: true,
          because: () => '',
          working: () => [line('required ≤ rated', `${figure(wants)} ≤ ${figure(kA)} kA`, holds(wants, kA), rule)],
        }),
      ),
    );
  const type = settingOf(device, 'type');
  if (!type.known || type.value === '3' || at === 'outlet') return [];
  if (job.dialect === 'nec')
    return atOrigin && heldBy(job.pack, { 'nec-2023': true }) === true
      ? [least('surge-in', `Discharge current of ${device.name}`, settingOf(device, 'inKa'), IN_KA.nec2023, 'kA')]
      : [];
  const nominal =
    type.value === '1'
      ? []
      : [least('surge-in', `Discharge current of ${device.name}`, settingOf(device, 'inKa'), IN_KA.type2, 'kA')];
  const impulse =
    type.value === '2'
      ? []
      : [least('surge-iimp', `Impulse current of ${device.name}`, settingOf(device, 'iimpKa'), IIMP_KA, 'kA')];
  return [...nominal, ...impulse];
}

/** Its part between neutral and earth carries what comes down on every line; held to it where its figure is entered. */
function neutralPart({ job }: CircuitFacts, { device, at }: SurgeStage): Check[] {
  const { connection } = settingsOf(device);
  if (job.dialect === 'nec' || at === 'outlet' || (connection !== '1+1' && connection !== '3+1')) return [];
  const rule = clause(job.pack, 'surgeRating');
  return (
    [
      ['npeInKa', 'Discharge current N-PE of', NPE_KA[connection].nominal],
      ['npeIimpKa', 'Impulse current N-PE of', NPE_KA[connection].impulse],
    ] as const
  ).flatMap(([field, title, wants]) => {
    const said = settingIfEntered(device, field);
    if (said.value === undefined) return [];
    return [
      judge(
        keyed(`surge-${field}`, device.id),
        `${title} ${device.name}`,
        map(
          said as Known<number>,
          (kA): Comparison => ({
            demand: wants,
            limit: kA,
            unit: 'kA',
            of: ['required', field === 'npeInKa' ? 'spdIn' : 'spdIimp', 'limit-first'],
            rule,
            secondary: true,
            because: () => '',
            working: () => [line('required ≤ rated', `${figure(wants)} ≤ ${figure(kA)} kA`, holds(wants, kA), rule)],
          }),
        ),
      ),
    ];
  });
}

/** The greatest fault where it stands, of any kind. */
function faultAt(facts: CircuitFacts, { seated }: SurgeStage): Maybe<Fault> {
  return andThen(facts.house.polesOf(seated.wiring), (poles) => {
    let most: Known<Fault> | undefined;
    for (const kind of kindsAmong(poles)) {
      const fault = faultAtDevice(facts, seated, kind);
      if (!fault.known) return fault;
      most = theMore(most, fault, (a, b) => a > b);
    }
    return most!;
  });
}

/** Its short-circuit rating against the greatest fault there is where it stands. */
function shortCircuit(facts: CircuitFacts, stage: SurgeStage): Check {
  const { device } = stage;
  const rule = clause(facts.job.pack, 'surgeShort');
  const comparison = map(
    all({ most: faultAt(facts, stage), ratedA: settingOf(device, 'sccrA') }),
    ({ most, ratedA }): Comparison => ({
      demand: most.currentA,
      limit: ratedA,
      unit: 'A',
      of: ['Ipf', 'Isccr', 'limit-first'],
      rule,
      because: () => '',
      working: () => [
        faultLine(most),
        line(
          'I ≤ its short-circuit rating',
          `${figure(most.currentA)} ≤ ${figure(ratedA)} A`,
          holds(most.currentA, ratedA),
          rule,
        ),
      ],
    }),
  );
  return judge(keyed('surge-sccr', device.id), `Short-circuit rating of ${device.name}`, comparison);
}

/** What opens it when it fails: itself, or the device its rating was listed with. When that has tripped the protection is gone and nothing says so. */
function opened(facts: CircuitFacts, stage: SurgeStage): Check[] {
  const { job } = facts;
  const { device, at } = stage;
  const rule = clause(job.pack, 'surgeOpens');
  const [id, title] = [
    keyed('surge-opens', device.id),
    `${job.dialect === 'nec' ? 'Overcurrent protection' : 'Disconnector'} of ${device.name}`,
  ];
  const { backupDeviceId, backupAs } = settingsOf(device);
  const own = settingIfEntered(device, 'ownDisconnector');
  if (at === 'outlet' && own.value === undefined && backupDeviceId === undefined) return [];
  if (own.value === true)
    return [
      ruled(
        id,
        title,
        'pass',
        job.dialect === 'nec' ? 'internal overcurrent protection' : 'internal disconnector',
        rule,
        own.given,
      ),
    ];
  const backup = job.devices[backupDeviceId ?? ''];
  if (backup === undefined && own.value === false)
    return [ruled(id, title, 'stop', 'no internal disconnector, and no device named in its place', rule, own.given)];
  if (backup === undefined)
    return [
      unknownCheck(id, title, [
        { path: `devices.${device.id}.settings.ownDisconnector`, what: `what opens ${device.name} when it fails` },
      ]),
    ];
  if (backup.state === 'removed') return [ruled(id, title, 'stop', `${backup.name}, named for it, is removed`, rule, own.given)];
  const ahead = standsAhead(facts, stage, backup);
  if (!ahead) return [ruled(id, title, 'stop', `${backup.name} is not ahead of it`, rule, own.given)];
  if (!opensOnOvercurrent(backup.settings))
    return [
      ruled(id, title, 'stop', `${backup.name} clears no short circuit: an overcurrent device is required`, rule, own.given),
    ];
  const poles = facts.house.polesOf(stage.seated.wiring);
  const lines = device.lines.length > 0 ? device.lines.length : poles.known ? poles.value.lines : 1;
  if (linesOpened(backup) < lines)
    return [ruled(id, title, 'stop', `${backup.name} opens ${linesOpened(backup)} of its ${lines} lines`, rule, own.given)];
  const named = identityOf(backup);
  if (named.value.includes('?'))
    return [
      unknownCheck(id, title, [lack('partner', `devices.${backup.id}`, `what ${backup.name} is, ${named.value}`, named.value)]),
    ];
  if (backupAs === undefined)
    return [
      unknownCheck(id, title, [
        { path: `devices.${device.id}.settings.backupAs`, what: `the device ${device.name} was listed with` },
      ]),
    ];
  return [
    named.value === backupAs
      ? ruled(
          id,
          title,
          'pass',
          `${backup.name}; once that has tripped, nothing protects and nothing says so but its window`,
          rule,
          named.given,
        )
      : ruled(id, title, 'stop', `listed with ${backupAs}, and ${backup.name} is no longer that`, rule, named.given),
  ];
}

/** Whether a device stands between the usual source and a surge device; or in its board with that behind it. */
function standsAhead({ house }: CircuitFacts, { device, at, seated }: SurgeStage, backup: Device): boolean {
  if (backup.seat === 'board' && backup.boardId === device.boardId) {
    if (device.behindDeviceId === backup.id) return true;
    // Its own in the board, with nothing else behind: named as what opens it.
    if (device.behindDeviceId === undefined && house.wirings.behindGroup(backup.id).length === 0) return true;
  }
  const { circuit } = seated.wiring;
  // As something that hangs on its board: the way there from the usual source, whichever lead this circuit is.
  const hangs = at === 'board' && circuit.toBoardId !== undefined ? { ...circuit, fromBoardId: circuit.toBoardId } : circuit;
  const way = pathTo(house.wirings, hangs);
  const before = way.known ? (hangs === circuit ? way.value : way.value.slice(0, -1)) : [];
  return before.some(({ startDevices, endDevices, groupDevices }) =>
    [...startDevices, ...endDevices, ...groupDevices].includes(backup),
  );
}

/** The leads of a device in a board, as short as they can be. */
function leads({ job }: CircuitFacts, { device, at }: SurgeStage): Check[] {
  if (at === 'outlet' || job.dialect === 'nec') return [];
  const rule = clause(job.pack, 'surgeLead');
  const comparison = map(
    settingOf(device, 'leadM'),
    (metres): Comparison => ({
      demand: metres,
      limit: LEAD_M.best,
      unit: 'm',
      of: ['leads', 'permitted'],
      rule,
      beyond: fits(metres, LEAD_M.most) ? 'caution' : 'stop',
      because: () => 'line to SPD plus SPD to earth bar',
      working: () => [line('length ≤ 0.5 m', `${figure(metres)} ≤ ${LEAD_M.best}`, holds(metres, LEAD_M.best), rule)],
    }),
  );
  return [judge(keyed('surge-lead', device.id), `Leads of ${device.name}`, comparison)];
}

/** Through the soil, ahead of the residual device, nothing may join a line to earth when it fails: over the neutral alone. */
function throughSoil(facts: CircuitFacts, { device, behind, at }: SurgeStage): Check[] {
  const { isTT: tt, job } = facts;
  if (job.dialect === 'nec' || at === 'outlet' || behind.some(hasResidual)) return [];
  const [id, title] = [keyed('surge-soil', device.id), `Connection of ${device.name}`];
  if (!tt.known) return [unknownCheck(id, title, tt.missing)];
  if (!tt.value) return [];
  const { connection } = settingsOf(device);
  const rule = clause(job.pack, 'surgeSoil');
  if (connection === undefined)
    return [
      unknownCheck(id, title, [{ path: `devices.${device.id}.settings.connection`, what: `connection of ${device.name}` }]),
    ];
  return [
    connection === '1+1' || connection === '3+1'
      ? ruled(id, title, 'pass', `${connection}, N-PE spark gap`, rule, tt.given)
      : ruled(
          id,
          title,
          'stop',
          `${connection} ahead of the RCD in TT: when it fails, exposed metal is live and nothing trips`,
          rule,
          tt.given,
        ),
  ];
}

/** A surge passes the residual devices ahead of it, which may open, and a contactor, which may be open when it comes. */
function passedOn({ job }: CircuitFacts, { device, behind, at }: SurgeStage): Check[] {
  if (at === 'outlet') return [];
  return behind.flatMap((each): Check[] => {
    const [id, title] = [keyed('surge-behind', device.id, each.id), `${device.name} behind ${each.name}`];
    if (!hasResidual(each))
      return [
        ruled(
          id,
          title,
          'stop',
          'no surge protection while that is open, and a surge may weld it',
          clause(job.pack, 'surgeResidual'),
        ),
      ];
    if (job.dialect === 'nec') return [];
    const part = residualPart(each);
    const residual = 'residual' in each.settings ? each.settings.residual : undefined;
    const stands = ifEntered(
      residual?.surgeImmune,
      `devices.${each.id}.settings.residual.surgeImmune`,
      `surge immunity of ${each.name}`,
    );
    const rule = clause(job.pack, 'surgeResidual');
    if (part?.known === true && part.value.delay === 'S')
      return [ruled(id, title, 'pass', `${each.name} is type S: withstands 3 kA 8/20`, rule, part.given)];
    if (stands.value === true) return [ruled(id, title, 'pass', `${each.name} withstands 3 kA 8/20`, rule, stands.given)];
    return [
      ruled(
        id,
        title,
        'caution',
        `surge current flows through ${each.name}, not known to withstand 3 kA 8/20: if it trips, surge protection is lost`,
        rule,
        stands.given,
      ),
    ];
  });
}
