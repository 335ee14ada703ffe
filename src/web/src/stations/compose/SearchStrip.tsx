import { useState } from 'react';
import type { Candidate, Photo, Point } from '../../api/types';
import { keepFor } from '../../deck/keeping';
import { rules } from '../../deck/rules';
import { useDeckId, useDeckStore } from '../../deck/store';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { TextInput } from '../../ui/TextInput';
import { useDraft } from '../../ui/useDraft';
import { useSearch } from '../../deck/useSearch';

interface Props {
  point: Point;
  /** Puts a photo on the slide that is in view. */
  place(photo: Photo): void;
  onClose(): void;
}

/** The search of Gather in the place of the strip, with the slide in view: what is pressed is kept and put there. */
export function SearchStrip({ point, place, onClose }: Props) {
  const deckId = useDeckId();
  const [words, setWords] = useDraft(`search of ${point.id}`);
  const [asked, setAsked] = useState(words);
  const [taken, setTaken] = useState('');
  const [pointed, setPointed] = useState<Candidate | null>(null);
  const { wall, more, refresh } = useSearch(deckId, point.id, asked, { ...rules().filter, without: [] });
  const candidates = wall?.candidates ?? [];
  const take = async (c: Candidate) => {
    setTaken(c.id);
    const id = c.kept ?? (await keepFor(point.id, c));
    setTaken('');
    const photo = id ? useDeckStore.getState().photos[id] : undefined;
    if (photo) place(photo);
    void refresh();
  };
  return (
    <aside
      aria-label={texts.compose.searchPhotos}
      className="shrink-0 text-small"
      onKeyDown={(e) => {
        if (e.key !== 'Escape') return;
        e.stopPropagation();
        onClose();
      }}
    >
      <form
        role="search"
        className="flex h-8 items-center gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          setAsked(words.trim());
        }}
      >
        <TextInput
          autoFocus
          aria-label={texts.compose.searchPhotos}
          placeholder={point.searchWords.join(' ') || texts.compose.searchPhotos}
          className="!w-64 !pb-0 text-word"
          value={words}
          onChange={(e) => setWords(() => e.target.value)}
        />
        <Button kind="verb" type="submit">
          {texts.compose.search}
        </Button>
        <span className="min-w-0 flex-1 truncate text-quiet" role="status">
          {taken !== ''
            ? texts.compose.itIsBeingKept
            : pointed
              ? [pointed.title || texts.compose.thisPhoto, pointed.maker, pointed.licence].filter(Boolean).join(', ')
              : asked === ''
                ? texts.compose.pressOneToKeepAndPlace
                : wall?.settled
                  ? texts.compose.found(candidates.length)
                  : texts.compose.searching}
        </span>
        <Button kind="verb" onClick={onClose}>
          {texts.compose.close}
        </Button>
      </form>
      <ul className="flex h-20 items-center gap-2 overflow-x-auto overflow-y-hidden p-1">
        {candidates.map((c) => (
          <li key={`${c.collection} ${c.id}`} className="shrink-0">
            <Button
              className={`block ${c.kept ? 'outline-2 outline-offset-1 outline-verdigris' : ''}`}
              aria-label={texts.compose.place(c.title || texts.compose.thisPhoto)}
              disabled={taken !== ''}
              onPointerEnter={() => setPointed(c)}
              onFocus={() => setPointed(c)}
              onClick={() => void take(c)}
            >
              <img
                src={c.thumbnail}
                alt=""
                loading="lazy"
                className="h-16 max-w-40 object-cover"
                style={{ aspectRatio: `${c.width} / ${c.height}` }}
              />
            </Button>
          </li>
        ))}
        {wall?.more && (
          <li>
            <Button kind="verb" onClick={() => void more()}>
              {texts.compose.morePhotos}
            </Button>
          </li>
        )}
      </ul>
    </aside>
  );
}
