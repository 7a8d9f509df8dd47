import { showSize } from '@/core/job/edges';
import type { Job } from '@/core/job/schema/job';
import { showLength } from '@/core/job/show';
import { FactField } from '../../../parts/facts/FactField';
import type { RoomsGeometry } from './geometry';

const AT_CABLE = 'absolute flex w-24 flex-col items-center font-semibold text-[13px]';

/** What stands at the board: rating, size, length. */
export function RunStart({
  job,
  circuitId,
  geometry,
  deviceIds,
}: {
  job: Job;
  circuitId: string;
  geometry: RoomsGeometry;
  deviceIds: readonly string[];
}) {
  const cable = Object.values(job.segments)
    .filter((segment) => segment.circuitId === circuitId && segment.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1))[0];
  const y = geometry.laneY(0);
  const cableX = geometry.barX + 54 + Math.max(1, deviceIds.length) * 64 - 40;
  return (
    <>
      {deviceIds.map((id, index) => (
        <span
          key={id}
          className="absolute flex w-16 flex-col items-center font-semibold text-[13px]"
          style={{ left: geometry.barX + 22 + index * 64, bottom: geometry.height - y + 14 }}
        >
          <FactField path={`devices.${id}.settings.ratingA`} />
        </span>
      ))}
      {cable !== undefined && (
        <>
          <span className={AT_CABLE} style={{ left: cableX, bottom: geometry.height - y + 14 }}>
            <FactField
              path={`segments.${cable.id}.lineSize`}
              shown={cable.lineSize === undefined ? 'size ?' : showSize(cable.lineSize.value)}
            />
          </span>
          <span className={AT_CABLE} style={{ left: cableX, top: y + 14 }}>
            <FactField
              path={`segments.${cable.id}.lengthM`}
              shown={cable.lengthM === undefined ? 'length ?' : showLength(cable.lengthM.value, job.dialect)}
            />
          </span>
        </>
      )}
    </>
  );
}
