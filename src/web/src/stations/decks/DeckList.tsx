import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, sentence, told } from '../../api/client';
import { Button } from '../../ui/Button';
import { Lattice, Star } from '../../ui/Star';
import { Dialog } from '../../ui/Dialog';
import { useNotices } from '../../ui/useNotices';
import type { DeckLine } from '../../api/types';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** All talks, and the way to a new one. */
export default function DeckList() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const say = useNotices((s) => s.say);
  const [title, setTitle] = useState('');
  const [leaving, setLeaving] = useState<DeckLine | null>(null);
  const list = useQuery({ queryKey: ['decks'], queryFn: () => told(api.GET('/api/decks')), staleTime: 0 });
  useEffect(() => {
    document.title = 'Jaali';
  }, []);
  const create = async () => {
    try {
      const deck = await told(api.POST('/api/decks', { body: { title: title.trim() || null } }));
      await navigate(`/deck/${deck.id}/plan`);
    } catch (error) {
      say(sentence(error), 'refused');
    }
  };
  const remove = async (deck: DeckLine) => {
    try {
      await told(api.DELETE('/api/decks/{id}', { params: { path: { id: deck.id } } }));
    } catch (error) {
      say(sentence(error), 'refused');
    }
    setLeaving(null);
    await client.invalidateQueries({ queryKey: ['decks'] });
  };
  return (
    <main className="paper relative h-full overflow-auto bg-paper text-ink">
      <Lattice className="absolute inset-y-0 right-0 left-auto !w-1/3 text-rule" />
      <div className="relative mx-auto flex max-w-5xl flex-col gap-10 px-10 py-16">
        <div className="flex items-center gap-4">
          <Star size={48} />
          <div>
            <h1 className="text-title font-semibold">Jaali</h1>
            <p className="text-lead text-ink-quiet">Talks carried by photographs, each one credited.</p>
          </div>
        </div>
        <form
          className="flex max-w-2xl items-end gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            void create();
          }}
        >
          <label className="flex-1">
            <span className="text-ink-quiet">What will you talk about</span>
            <input
              className="mt-1 w-full border-b border-ink bg-transparent pb-1 text-head outline-none focus:border-verdigris-ink"
              value={title}
              maxLength={200}
              placeholder="Untitled talk"
              onChange={(e) => setTitle(e.target.value)}
            />
          </label>
          <Button kind="paper" type="submit">
            New talk
          </Button>
        </form>
        <section className="max-w-2xl" aria-label="Your talks">
          {list.error && <p className="text-madder-ink">{sentence(list.error)}</p>}
          {list.data?.length === 0 && (
            <p className="text-ink-quiet">There is no talk here yet. Give the first one a title.</p>
          )}
          <ul>
            {list.data?.map((d) => (
              <li key={d.id} className="flex items-baseline gap-4 border-t border-rule bg-paper/90 py-3">
                <Link
                  to={`/deck/${d.id}/plan`}
                  className="min-w-0 flex-1 truncate text-head font-medium hover:text-verdigris-ink"
                >
                  {d.title}
                </Link>
                <span className="text-ink-quiet">
                  {d.points} points, {d.slides} slides, {day.format(new Date(d.changedAt))}
                </span>
                <Button kind="link" onClick={() => setLeaving(d)}>
                  Remove
                </Button>
              </li>
            ))}
          </ul>
        </section>
      </div>
      <Dialog
        open={leaving !== null}
        onOpenChange={() => setLeaving(null)}
        title={`Remove “${leaving?.title ?? ''}”`}
        description="Its points, slides and history go for good. The photos stay in the store."
      >
        <div className="mt-5 flex justify-end gap-5">
          <Button kind="verb" onClick={() => setLeaving(null)}>
            Keep it
          </Button>
          <Button kind="danger" onClick={() => leaving && void remove(leaving)}>
            Remove the talk
          </Button>
        </div>
      </Dialog>
    </main>
  );
}
