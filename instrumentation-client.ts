import { warmStudyWorker } from './workers/client';

// Runs before the page comes to life: an open job wants its worker, which reads its scripts meanwhile.
if (window.location.pathname.startsWith('/jobs/')) warmStudyWorker();
