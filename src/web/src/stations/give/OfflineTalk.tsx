import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import { editsSettled } from '../../deck/edit';
import { useDeckStore } from '../../deck/store';
import { canKeepOffline, offlineCopyOf, keepOffline } from '../../show/keepOffline';
import { pagesOf } from '../../show/useTalk';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { useNotices } from '../../ui/useNotices';

const t = texts.give;

/** Whether the talk is held on this machine, and the way to hold it. */
export function OfflineTalk() {
  const id = useDeckStore((d) => d.id);
  const revision = useDeckStore((d) => d.revision);
  const records = useDeckStore((d) => d.records);
  const queries = useQueryClient();
  const say = useNotices((s) => s.say);
  const [progress, setProgress] = useState<[number, number] | null>(null);
  const { data: held } = useQuery({ queryKey: ['held', id], queryFn: () => offlineCopyOf(id) });
  const begin = async () => {
    setProgress([0, 1]);
    try {
      await editsSettled();
      const motions = await unwrap(api.GET('/api/decks/{id}/motions', { params: { path: { id } } }));
      const d = useDeckStore.getState();
      const missing = await keepOffline(
        id,
        {
          revision: d.revision,
          records: d.records,
          pages: pagesOf(d.slideOrder, d.scenes, motions),
          photos: d.photos,
        },
        (done, all) => setProgress([done, all]),
      );
      if (missing > 0) say(t.holdFailed(missing), 'refused');
    } catch (error) {
      say(errorText(error), 'refused');
    } finally {
      setProgress(null);
      await queries.invalidateQueries({ queryKey: ['held', id] });
    }
  };
  const fresh = held && held.revision === revision;
  const recorded = held && held.records === records;
  return (
    <div className="mt-3 border-t border-line pt-3">
      <h3 className="text-lead font-semibold">{fresh ? t.held : t.notHeld}</h3>
      <p className="text-quiet">
        {!canKeepOffline() ? t.cannotHold : fresh ? t.heldText(held.files) : held ? t.heldBefore : t.notHeldText}{' '}
        {progress ? (
          <span role="status">{t.holding(...progress)}</span>
        ) : (
          canKeepOffline() &&
          !(fresh && recorded) && (
            <Button kind="link" onClick={() => void begin()}>
              {held ? t.holdItAgain : t.holdIt}
            </Button>
          )
        )}
      </p>
    </div>
  );
}
