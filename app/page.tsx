import { JobsScreen } from '@/views/jobs/JobsScreen';
import { jobs } from './data';

export default async function JobsPage() {
  const list = (await jobs()).list();
  return <JobsScreen jobs={list} />;
}
