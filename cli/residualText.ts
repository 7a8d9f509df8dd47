import type { Arranged } from '../core/fixes/arrangements';
import type { Nuisance, ResidualGauge } from '../core/reports/residual';
import type { SurgeStudy } from '../core/reports/surge';

const figure = (value: number): string => String(Number(value.toPrecision(3)));
const percent = (share: number): string => (share < 0.0001 ? '< 0.01 %' : `${Number((share * 100).toPrecision(2))} %`);

/** Every residual device: what stands on it, how often it opens on that, the smooth DC through it, what goes dark with it. */
export const residualText = (devices: readonly ResidualGauge[], nuisance: readonly Nuisance[]): string =>
  [
    ...devices.flatMap(({ deviceId, name, label, verdict, worstMa, limits, parts, cableMa, missing, dc, dark, half, alive }) => {
      const chance = nuisance.find((each) => each.deviceId === deviceId)?.chance;
      const stands =
        worstMa === null || limits === null
          ? `not known: ${missing.map(({ what }) => what).join('; ')}`
          : `${figure(worstMa)} mA of ${figure(limits.passMa)}, may trip from ${figure(limits.fromMa)}`;
      const sources = [...parts]
        .sort((a, b) => b.mA - a.mA)
        .map((part) => `${part.name} ${figure(part.mA)}`)
        .concat(cableMa > 0 ? [`cables ${figure(cableMa)}`] : []);
      return [
        `${verdict.padEnd(8)} ${name}, ${label}: ${stands}`,
        ...(sources.length === 0 ? [] : [`         ${sources.join(', ')}`]),
        ...(chance === undefined || chance === null
          ? []
          : [
              `         trips without a fault: ${chance.trips === 0 ? '< 0.01 %' : `${percent(chance.low)} to ${percent(chance.high)}`} of evenings, ${chance.trials} tried`,
            ]),
        ...(dc.from.length === 0 ? [] : [`         smooth DC, ${dc.verdict}: ${dc.because}`]),
        `         opens: ${dark.rooms.length} rooms, ${dark.circuits.length} circuits${[...dark.safety, ...dark.mustStayOn].map((each) => `; ${each} goes off`).join('')}`,
        ...[half, alive].filter((each) => each !== '').map((each) => `         ${each}`),
      ];
    }),
    '',
  ].join('\n');

/** Arrangements of a board under each other. */
export const arrangementsText = (rows: readonly Arranged[]): string =>
  [
    `${'arrangement'.padEnd(40)} rooms  stairs  leakage mA     trips/year   type, DC   check   modules  price  stops`,
    ...rows.map(({ label, rooms, stairs, worstMa, limitMa, leakage, nuisance, dc, search, modules, price, stops, unknowns }) =>
      [
        label.padEnd(40),
        String(rooms).padStart(5),
        ` ${(stairs === null ? '-' : stairs ? 'lit' : 'dark').padEnd(7)}`,
        `${worstMa === null || limitMa === null ? '?' : `${figure(worstMa)}/${figure(limitMa)} ${leakage}`}`.padEnd(14),
        `${nuisance === null ? '?' : nuisance.high < 0.1 ? '< 0.1' : `${nuisance.low.toFixed(1)} to ${nuisance.high.toFixed(1)}`}`.padEnd(
          12,
        ),
        dc.padEnd(10),
        String(search).padStart(6),
        String(modules).padStart(8),
        (price === null ? '-' : price.toFixed(0)).padStart(6),
        `${stops}${unknowns > 0 ? ` +${unknowns}?` : ''}`.padStart(6),
      ].join(' '),
    ),
    '',
  ].join('\n');

/** What comes down to the equipment of a circuit, stage by stage, and what is judged of each. */
export const surgeText = ({ circuit, need, incomingKv, stands, stages, checks }: SurgeStudy): string =>
  [
    `${circuit}: ${need.verdict} ${need.because} (${need.rule})`,
    `  ${figure(incomingKv)} kV from the line`,
    ...stages.map(
      ({ name, label, place, leadM, levelKv, atEquipmentKv, distanceM, doubled }) =>
        `  ${levelKv === null ? '?' : figure(levelKv)} kV after ${name}, ${label}, ${place}, leads ${leadM ?? '?'} m; at the equipment ${
          atEquipmentKv === null ? '?' : figure(atEquipmentKv)
        } kV${distanceM === null ? '' : ` after ${figure(distanceM)} m`}${doubled ? ', doubled' : ''}`,
    ),
    `  ${stands.what} stands ${figure(stands.kV)} kV`,
    ...checks
      .filter(({ id }) => id !== 'surge-need')
      .map(({ verdict, title, because, rule }) => `  ${verdict.padEnd(8)} ${title}: ${because} (${rule})`),
    '',
  ].join('\n');
