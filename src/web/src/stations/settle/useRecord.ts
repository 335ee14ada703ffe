import { useQueryClient } from '@tanstack/react-query';
import { api, Refusal, errorText, unwrap } from '../../api/client';
import type { components } from '../../generated/api';
import { catchUp } from '../../deck/edit';
import { useDeckId, useDeckStore } from '../../deck/store';
import { finished } from '../../deck/jobs';
import { rules } from '../../deck/rules';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';

type Correction = components['schemas']['RecordRequest'];

// The maker that a record had before a person said that the photo is their own, for taking that back.
const makerBefore = new Map<string, string>();

// Corrections of one page go one after the other, each on the version that the one before it made.
let turn: Promise<unknown> = Promise.resolve();

/** What can be done to a photo's record; each answers whether it was done, and refusals are shown. */
export function useRecord(photoId: string) {
  const deckId = useDeckId();
  const client = useQueryClient();
  const say = useNotices((s) => s.say);
  const attempt = (work: () => Promise<string | void>) => {
    const mine = turn.then(() => attempted(work));
    turn = mine;
    return mine;
  };
  const attempted = async (work: () => Promise<string | void>) => {
    try {
      const words = await work();
      if (words) say(words);
      await catchUp();
      await client.invalidateQueries({ queryKey: ['evidence', photoId] });
      return true;
    } catch (error) {
      say(errorText(error), 'refused');
      if (error instanceof Refusal && error.status === 409) await catchUp().catch(() => undefined);
      return false;
    }
  };
  const correct = (change: Partial<Correction>) =>
    attempt(async () => {
      await unwrap(
        api.PUT('/api/photos/{photoId}/record', {
          params: { path: { photoId } },
          // The version that is shown: what another window corrected meanwhile is not written over unseen.
          body: {
            settle: false,
            confirmReading: false,
            version: useDeckStore.getState().photos[photoId]?.version ?? null,
            ...change,
          },
        }),
      );
    });
  return {
    correct,
    /** Says that it is one's own photo: a record that names no maker takes this name. */
    own(name: string) {
      const was = useDeckStore.getState().photos[photoId]?.maker ?? '';
      makerBefore.set(photoId, was);
      return correct(was === '' ? { ownWork: true, maker: name } : { ownWork: true });
    },
    /** Takes that back, with the name where it came by it. */
    notOwn: () => correct({ ownWork: false, ...(makerBefore.get(photoId) === '' ? { maker: '' } : {}) }),
    reread: () =>
      attempt(
        async () =>
          (await unwrap(api.POST('/api/photos/{photoId}/reread', { params: { path: { photoId } } }))).sentence,
      ),
    adopt: (collection: string, candidateId: string) =>
      attempt(async () => {
        const job = await finished(
          await unwrap(
            api.POST('/api/decks/{id}/photos/{photoId}/adopt', {
              params: { path: { id: deckId, photoId } },
              body: { collection, candidateId, largest: true },
            }),
          ),
        );
        if (job.state !== 'done') throw new Error(job.message);
        return texts.settle.theOriginalIsInIts;
      }),
    retake: () =>
      attempt(async () => {
        const job = await finished(
          await unwrap(
            api.POST('/api/decks/{id}/photos/{photoId}/retake', { params: { path: { id: deckId, photoId } } }),
          ),
        );
        if (job.state !== 'done') throw new Error(job.message);
        await client.invalidateQueries({ queryKey: ['ledger', deckId] });
        return texts.settle.thePhotoIsWholeAgain;
      }),
    permit: (from: string, on: string, words: string, file: File | null) =>
      attempt(async () => {
        if (file && file.size > rules().permissionBytes)
          throw new Error(texts.settle.theFileIsLargerThan(rules().permissionBytes / 1024 / 1024));
        const fileId = file
          ? (
              await unwrap(
                api.POST('/api/files', {
                  headers: { 'Content-Type': 'application/octet-stream' },
                  body: file as unknown as string,
                  bodySerializer: (b: unknown) => b as Blob,
                }),
              )
            ).id
          : null;
        await unwrap(
          api.POST('/api/photos/{photoId}/permission', {
            params: { path: { photoId } },
            body: { from, on, words, fileName: file?.name ?? null, fileId },
          }),
        );
      }),
  };
}
