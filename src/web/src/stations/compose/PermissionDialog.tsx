import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, sentence, told } from '../../api/client';
import type { Photo } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { refresh } from '../../deck/useDeck';
import { Dialog } from '../../desk/Dialog';
import { useNotices } from '../../desk/useNotices';

const line = 'mt-1 w-full border-b border-line bg-transparent pb-1 outline-none focus:border-verdigris';

/** Records a permission for a photo that is not openly licensed. */
export function PermissionDialog({ photo, onClose }: { photo: Photo | null; onClose(): void }) {
  const { deck } = useOpenDeck();
  const client = useQueryClient();
  const say = useNotices((s) => s.say);
  const [from, setFrom] = useState('');
  const [on, setOn] = useState(() => new Date().toISOString().slice(0, 10));
  const [words, setWords] = useState('');
  const record = async () => {
    if (!photo) return;
    try {
      await told(
        api.POST('/api/photos/{photoId}/permission', {
          params: { path: { photoId: photo.id } },
          body: { from, on, words },
        }),
      );
      await refresh(client, deck.id);
      onClose();
    } catch (error) {
      say(sentence(error), 'refused');
    }
  };
  return (
    <Dialog
      open={photo !== null}
      onOpenChange={onClose}
      title="This photo is not openly licensed"
      description="It can be placed once the maker's permission is recorded. Otherwise choose another."
    >
      <form
        className="mt-4 flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void record();
        }}
      >
        <label>
          <span className="text-quiet">Who gave it</span>
          <input className={line} value={from} onChange={(e) => setFrom(e.target.value)} />
        </label>
        <label>
          <span className="text-quiet">When</span>
          <input type="date" className={`${line} scheme-dark`} value={on} onChange={(e) => setOn(e.target.value)} />
        </label>
        <label>
          <span className="text-quiet">What they allowed, in their words</span>
          <textarea rows={3} className={line} value={words} onChange={(e) => setWords(e.target.value)} />
        </label>
        <div className="flex justify-end gap-5">
          <button type="button" className="verb" onClick={onClose}>
            Leave it
          </button>
          <button className="rounded-sm bg-verdigris px-4 py-1.5 font-medium text-black">Record the permission</button>
        </div>
      </form>
    </Dialog>
  );
}
