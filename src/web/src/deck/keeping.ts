import { api, errorText, unwrap } from '../api/client';
import type { Candidate } from '../api/types';
import { useNotices } from '../ui/useNotices';
import { catchUp } from './edit';
import { finished, lastJob, useJobs } from './jobs';
import { useDeckStore } from './store';

const coming = new Set<string>();

/**
 * Keeps a candidate for a point; answers the photo that it became, or null where it could not be kept. One that is on
 * its way is not asked for twice.
 */
export async function keepFor(
  pointId: string,
  c: Candidate,
  largest = false,
  after?: (photoId: string) => Promise<unknown>,
): Promise<string | null> {
  const key = `${pointId} ${c.collection}|${c.id}`;
  const failed = lastJob(useJobs.getState().byId, c.id)?.state === 'failed';
  if (coming.has(key) && !failed) return null;
  coming.add(key);
  try {
    const job = await unwrap(
      api.POST('/api/decks/{id}/points/{pointId}/keep', {
        params: { path: { id: useDeckStore.getState().id, pointId } },
        body: { collection: c.collection, candidateId: c.id, largest },
      }),
    );
    const { state, result: photoId } = await finished(job);
    if (state !== 'done' || !photoId) return null;
    await catchUp();
    // Until what shows it knows that it is kept, it is still on its way.
    await after?.(photoId);
    return photoId;
  } catch (error) {
    useNotices.getState().say(errorText(error), 'refused');
    return null;
  } finally {
    coming.delete(key);
  }
}
