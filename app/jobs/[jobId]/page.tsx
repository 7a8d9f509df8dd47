import { redirect } from 'next/navigation';

export default async function JobPage({ params }: { params: Promise<{ jobId: string }> }) {
  redirect(`/jobs/${encodeURIComponent((await params).jobId)}/circuits`);
}
