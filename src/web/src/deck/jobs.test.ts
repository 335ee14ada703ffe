// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../api/client';
import type { Job } from '../api/types';
import { useNotices } from '../ui/useNotices';
import { finished, lastJob, useJobs } from './jobs';

vi.mock('../api/client', async (original) => ({
  ...(await original<typeof import('../api/client')>()),
  api: { GET: vi.fn() },
}));

const job = (id: string, state: Job['state'], more: Partial<Job> = {}) =>
  ({ id, kind: 'keep', subject: 's', state, message: '', ...more }) as Job;

beforeEach(() => {
  useJobs.setState({ byId: {} });
  useNotices.setState({ list: [] });
});

describe('jobs', () => {
  it('that have ended do not begin again when an old message comes late', () => {
    const { put } = useJobs.getState();
    put(job('1', 'running'));
    put(job('1', 'done'));
    put(job('1', 'running'));
    expect(useJobs.getState().byId['1']!.state).toBe('done');
  });

  it('that failed say why, once', () => {
    const { put } = useJobs.getState();
    put(job('1', 'failed', { message: 'The photo could not be fetched.' }));
    put(job('1', 'failed', { message: 'The photo could not be fetched.' }));
    expect(useNotices.getState().list.map((n) => n.text)).toEqual(['The photo could not be fetched.']);
  });

  it('are waited for by asking, until they have ended', async () => {
    const states: Job['state'][] = ['waiting', 'running', 'done'];
    vi.mocked(api.GET as unknown as () => Promise<unknown>).mockImplementation(() =>
      Promise.resolve({ data: job('1', states.shift()!), response: { ok: true, status: 200 } }),
    );
    expect((await finished(job('1', 'waiting'))).state).toBe('done');
    expect(states).toEqual([]);
  });

  it('are found by what they take, the latest', () => {
    const all = { 1: job('1', 'failed'), 2: job('2', 'running'), 3: job('3', 'done', { kind: 'pdf' }) };
    expect(lastJob(all, 's')?.id).toBe('2');
    expect(lastJob(all, 'other')).toBeUndefined();
  });
});
