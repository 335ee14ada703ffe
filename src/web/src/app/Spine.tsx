import { memo } from 'react';
import { Link } from 'react-router';
import { goTo } from '../deck/navigate';
import { stations } from '../deck/stations';
import { useHeader } from '../deck/store';
import { Star } from '../ui/Star';
import { useNarrow } from '../ui/useNarrow';
import { texts } from '../texts';

const word =
  'flex min-w-0 flex-1 flex-col items-center justify-center gap-2 border-b border-seam text-lead ' +
  'narrow:flex-row narrow:gap-1.5 narrow:border-b-0 narrow:text-body';

/** The five stations as upright words at the left edge, each with what is still open there. */
export const Spine = memo(function Spine({ station }: { station: string }) {
  const header = useHeader();
  const narrow = useNarrow();
  return (
    <nav
      aria-label={texts.app.stations}
      className="row-span-2 flex flex-col bg-spine narrow:row-span-1 narrow:flex-row"
    >
      <Link
        to="/"
        className="grid h-13 place-items-center text-word hover:text-verdigris narrow:h-9 narrow:w-9 narrow:shrink-0"
        aria-label={texts.app.allTalks}
        title={texts.app.allTalks}
      >
        <Star size={narrow ? 24 : 32} />
      </Link>
      {stations.map((s, i) => {
        const here = s.id === station;
        const open = s.open(header);
        return (
          <button
            key={s.id}
            onClick={() => goTo(s.id)}
            aria-current={here ? 'page' : undefined}
            title={`${s.name} (${i + 1})`}
            className={`${word} ${
              here
                ? s.paper
                  ? 'bg-paper font-medium text-ink'
                  : 'bg-surround font-medium text-word'
                : 'text-quiet hover:text-word'
            }`}
          >
            <span className="rotate-180 [writing-mode:vertical-rl] narrow:rotate-0 narrow:[writing-mode:horizontal-tb]">
              {s.name}
            </span>
            {open > 0 && (
              <span className={`font-mono text-note ${here && s.paper ? 'text-marigold-ink' : 'text-marigold'}`}>
                {open}
                <span className="sr-only"> {s.counts(open)}</span>
              </span>
            )}
          </button>
        );
      })}
    </nav>
  );
});
