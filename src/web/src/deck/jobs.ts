import { create } from 'zustand';
import { api, withRetry, unwrap } from '../api/client';
import type { Job } from '../api/types';
import { useNotices } from '../ui/useNotices';

/** Whether a job still waits or is at work. */
export const open = (job: Job) => job.state === 'running' || job.state === 'waiting';

interface Jobs {
  byId: Record<string, Job>;
  put(job: Job): void;
}

/** Long work, by its identity. */
export const useJobs = create<Jobs>((set, get) => ({
  byId: {},
  put(job) {
    const old = get().byId[job.id];
    if (old && !open(old)) return;
    set({ byId: { ...get().byId, [job.id]: job } });
    if (job.state === 'failed') useNotices.getState().say(job.message, 'refused');
  },
}));

// When a job changes, or so many milliseconds have passed.
const changed = (id: string, most: number) =>
  new Promise<void>((done) => {
    const end = () => {
      clearTimeout(timer);
      stop();
      done();
    };
    const timer = setTimeout(end, most);
    const stop = useJobs.subscribe((now, was) => now.byId[id] !== was.byId[id] && end());
  });

/** Waits for a job, by the live messages or by asking now and then. */
export async function finished(job: Job): Promise<Job> {
  useJobs.getState().put(job);
  for (;;) {
    const now = useJobs.getState().byId[job.id] ?? job;
    if (!open(now)) return now;
    await changed(job.id, 250);
    if (!open(useJobs.getState().byId[job.id] ?? job)) continue;
    const asked = await withRetry(() => unwrap(api.GET('/api/jobs/{jobId}', { params: { path: { jobId: job.id } } })));
    useJobs.getState().put(asked);
  }
}

/** The latest job of taking a candidate. */
export const lastJob = (jobs: Record<string, Job>, candidate: string): Job | undefined =>
  Object.values(jobs).findLast((j) => j.kind === 'keep' && j.subject === candidate);
