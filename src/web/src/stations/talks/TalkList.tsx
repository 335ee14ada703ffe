import { cx } from 'class-variance-authority';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, errorText, unwrap } from '../../api/client';
import { Button } from '../../ui/Button';
import { ClearStar, Lattice, Star } from '../../ui/Star';
import { Dialog } from '../../ui/Dialog';
import { useRules } from '../../deck/rules';
import { useNotices } from '../../ui/useNotices';
import type { Talk } from '../../api/types';
import { texts } from '../../texts';
import { ImportTalk } from './ImportTalk';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** All talks, and the way to a new one. */
export default function DeckList() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const say = useNotices((s) => s.say);
  const [title, setTitle] = useState('');
  const [leaving, setLeaving] = useState<Talk | null>(null);
  const list = useQuery({ queryKey: ['decks'], queryFn: () => unwrap(api.GET('/api/decks')), staleTime: 0 });
  const notice = useRules((r) => r.rules?.notice);
  const longest = useRules((r) => r.rules?.longestTitle);
  useEffect(() => {
    document.title = 'Jaali';
  }, []);
  const create = async () => {
    try {
      const deck = await unwrap(api.POST('/api/decks', { body: { title: title.trim() || null } }));
      await navigate(`/deck/${deck.id}/plan`);
    } catch (error) {
      say(errorText(error), 'refused');
    }
  };
  const remove = async (deck: Talk) => {
    try {
      await unwrap(api.DELETE('/api/decks/{id}', { params: { path: { id: deck.id } } }));
    } catch (error) {
      say(errorText(error), 'refused');
    }
    setLeaving(null);
    await client.invalidateQueries({ queryKey: ['decks'] });
  };
  return (
    <main
      className={cx(
        'paper grid h-full grid-cols-[minmax(0,1fr)] bg-paper text-ink',
        'min-[1000px]:grid-cols-[250px_minmax(0,1fr)]',
      )}
    >
      <div className="relative hidden border-r border-rule min-[1000px]:block" aria-hidden>
        <Lattice className="absolute inset-0 text-rule" />
      </div>
      <div className="flex min-h-0 flex-col gap-8 overflow-auto px-6 py-10 min-[1000px]:px-15">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <Star size={40} />
          <h1 className="text-title font-semibold">{texts.talks.jaali}</h1>
          <p className="text-lead text-ink-quiet">{texts.talks.talksCarriedByPhotographsEach}</p>
        </div>
        <form
          className="flex max-w-4xl items-end gap-5"
          onSubmit={(e) => {
            e.preventDefault();
            void create();
          }}
        >
          <label className="min-w-0 flex-1">
            <span className="text-ink-quiet">{texts.talks.whatWillYouTalkAbout}</span>
            <input
              className={cx(
                'mt-1 w-full border-b border-ink bg-transparent pb-1 text-head outline-none',
                'focus:border-verdigris-ink',
              )}
              value={title}
              maxLength={longest}
              placeholder={texts.talks.untitledTalk}
              autoFocus
              onChange={(e) => setTitle(e.target.value)}
            />
          </label>
          <Button kind="paper" type="submit">
            {texts.talks.newTalk}
          </Button>
        </form>
        <ImportTalk />
        <section className="max-w-4xl" aria-label={texts.talks.yourTalks}>
          {notice && <p className="mb-4 border-l-4 border-marigold-ink pl-3">{notice}</p>}
          {list.error && <p className="text-madder-ink">{errorText(list.error)}</p>}
          {list.data?.length === 0 && <p className="text-ink-quiet">{texts.talks.thereIsNoTalkHere}</p>}
          {list.data && list.data.length > 0 && (
            <p className="border-b border-rule pb-2 text-ink-quiet">
              {list.data.length === 1 ? texts.talks.oneTalk : texts.talks.talksTheOneChangedLast(list.data.length)}
            </p>
          )}
          <ul>
            {list.data?.map((d) => (
              <TalkRow key={d.id} talk={d} onRemove={() => setLeaving(d)} />
            ))}
          </ul>
        </section>
      </div>
      <Dialog
        open={leaving !== null}
        onOpenChange={() => setLeaving(null)}
        title={texts.talks.remove(leaving?.title ?? '')}
        description={texts.talks.itsPointsSlidesAndHistory}
      >
        <div className="mt-5 flex justify-end gap-5">
          <Button kind="verb" onClick={() => setLeaving(null)}>
            {texts.talks.keepIt}
          </Button>
          <Button kind="danger" onClick={() => leaving && void remove(leaving)}>
            {texts.talks.removeTheTalk}
          </Button>
        </div>
      </Dialog>
    </main>
  );
}

const count = (n: number, one: string) => (n === 1 ? texts.talks.one(one) : `${n} ${one}s`);

/** A talk as its own run: tiles as wide as their time, up to the end of its slot. */
function TalkRow({ talk: t, onRemove }: { talk: Talk; onRemove(): void }) {
  // Before its slides are made a talk is as long as its slot is, a part for each point.
  const tiles =
    t.tiles.length > 0 || t.slotMinutes === 0
      ? t.tiles
      : Array.from({ length: t.points }, () => ({
          seconds: (t.slotMinutes * 60) / (t.points + 2),
          picture: null,
          standing: 'clear' as const,
        }));
  const whole = Math.max(
    t.slotMinutes * 60,
    tiles.reduce((n, tile) => n + tile.seconds, 0),
    1,
  );
  const share = (seconds: number) => `${(100 * seconds) / whole}%`;
  const about = [
    t.speaker,
    t.slotMinutes > 0 && texts.talks.minutes(t.slotMinutes),
    count(t.points, 'point'),
    texts.talks.changed(day.format(new Date(t.changedAt))),
  ].filter(Boolean);
  const clear = t.toSettle + t.blocked === 0;
  return (
    <li className="pt-5">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-0.5 pb-1.5">
        <Link to={`/deck/${t.id}/plan`} className="min-w-0 truncate text-head font-semibold hover:text-verdigris-ink">
          {t.title}
        </Link>
        <span className="text-ink-quiet">{about.join(', ')}</span>
        <span className="ml-auto flex items-baseline gap-4">
          {t.toSettle > 0 && (
            <span className="text-marigold-ink">
              {t.toSettle}
              {texts.talks.toSettle}
            </span>
          )}
          {t.blocked > 0 && (
            <span className="text-madder-ink">
              {t.blocked}
              {texts.talks.blocked}
            </span>
          )}
          {clear && t.tiles.some((tile) => tile.picture) && (
            <span className="flex items-center gap-1.5">
              {texts.talks.allClear}
              <ClearStar className="text-ink" />
            </span>
          )}
          <Button kind="link" aria-label={texts.talks.remove2(t.title)} onClick={onRemove}>
            {texts.talks.remove3}
          </Button>
        </span>
      </div>
      {tiles.length > 0 && (
        <Link
          to={`/deck/${t.id}/plan`}
          tabIndex={-1}
          aria-hidden
          className="relative flex h-21 border-r-2 border-marigold-ink bg-paper-deep"
        >
          {tiles.map((tile, n) => (
            <span key={n} className="relative h-full pr-0.5" style={{ width: share(tile.seconds) }}>
              {tile.picture ? (
                <img src={tile.picture} alt="" loading="lazy" className="h-full w-full object-cover" />
              ) : (
                <span className="block h-full bg-rule" />
              )}
              {tile.standing !== 'clear' && (
                <span
                  className={cx(
                    'absolute top-0 right-0.5 size-2.5 [clip-path:polygon(0_0,100%_0,100%_100%)]',
                    tile.standing === 'blocked' ? 'bg-madder' : 'bg-marigold',
                  )}
                />
              )}
            </span>
          ))}
        </Link>
      )}
    </li>
  );
}
