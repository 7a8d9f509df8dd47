import { notFound } from 'next/navigation';
import { jobs } from '@/app/data';
import { CircuitDesk } from '@/views/circuits/CircuitDesk';

export default async function CircuitsPage({
  params,
  searchParams,
}: {
  params: Promise<{ jobId: string }>;
  searchParams: Promise<{ c?: string | string[] }>;
}) {
  const kept = (await jobs()).load((await params).jobId);
  if (kept === undefined) notFound();
  const { c } = await searchParams;
  return <CircuitDesk job={kept.job} revision={kept.revision} initialCircuitId={typeof c === 'string' ? c : undefined} />;
}
