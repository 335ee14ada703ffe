import { Link } from 'react-router';
import { useOpenDeck } from '../deck/DeckContext';
import { Star } from './Star';
import { stations } from './stations';

/** The five stations as upright words at the left edge, each with what is still open there. */
export function Spine({ station }: { station: string }) {
  const { deck, goTo } = useOpenDeck();
  return (
    <nav aria-label="Stations" className="row-span-2 flex flex-col bg-spine">
      <Link
        to="/"
        className="grid h-13 place-items-center text-word hover:text-verdigris"
        aria-label="All talks"
        title="All talks"
      >
        <Star size={32} />
      </Link>
      {stations.map((s, i) => {
        const here = s.id === station;
        const open = s.open(deck);
        return (
          <button
            key={s.id}
            onClick={() => goTo(s.id)}
            aria-current={here ? 'page' : undefined}
            title={`${s.name} (${i + 1})`}
            className={`flex flex-1 flex-col items-center justify-center gap-2 border-b border-[#2a2a2a] text-[16px] ${
              here
                ? s.paper
                  ? 'bg-paper font-medium text-ink'
                  : 'bg-surround font-medium text-word'
                : 'text-[#a8a8a8] hover:text-word'
            }`}
          >
            <span className="rotate-180 [writing-mode:vertical-rl]">{s.name}</span>
            {open > 0 && (
              <span className={`font-mono text-[12px] ${here && s.paper ? 'text-marigold-ink' : 'text-marigold'}`}>
                {open}
                <span className="sr-only"> {s.counts}</span>
              </span>
            )}
          </button>
        );
      })}
    </nav>
  );
}
