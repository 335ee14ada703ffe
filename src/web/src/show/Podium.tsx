import { useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { errorText } from '../api/client';
import { edit } from '../deck/edit';
import { rules } from '../deck/rules';
import { Button } from '../ui/Button';
import { Waiting } from '../ui/Star';
import { texts } from '../texts';
import { PodiumLink } from './PodiumLink';
import { count, PodiumView, type Times } from './PodiumView';
import { useTalk } from './useTalk';

const t = texts.podium;

/** The speaker's window in the program itself. With ?run it is a run-through: the time of each slide is kept. */
export default function Podium() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const running = search.has('run');
  const { there, problem, pages, known } = useTalk(id);
  if (problem !== null) return <p className="p-8">{errorText(problem)}</p>;
  if (!there || !known) return <Waiting />;
  return (
    <PodiumView
      id={id}
      pages={pages}
      run={running ? { slideId: search.get('slide') } : null}
      leeway={rules().leeway}
      more={(times, slideId) => (
        <>
          <PodiumLink deckId={id} />
          {running ? (
            <EndRun times={times} deckId={id} slideId={slideId} />
          ) : (
            <Button kind="link" onClick={() => open(`/deck/${id}/show?slide=${slideId}`, `jaali-show-${id}`)}>
              {t.openTheShow}
            </Button>
          )}
        </>
      )}
    />
  );
}

function EndRun({ times, deckId, slideId }: { times: Times; deckId: string; slideId: string }) {
  const [ended, setEnded] = useState(false);
  const navigate = useNavigate();
  const end = async () => {
    const kept = times.current;
    count(kept, performance.now());
    setEnded(true);
    const done = await edit({
      kind: 'add-run-through',
      at: kept.began.toISOString(),
      times: kept.order.map((s) => ({ slideId: s, seconds: Math.round((kept.seconds.get(s) ?? 0) * 10) / 10 })),
    });
    if (done) void navigate(`/deck/${deckId}/give?slide=${slideId}`, { state: { times: true } });
    else setEnded(false);
  };
  return (
    <>
      <span className="text-marigold">{t.runsThrough}</span>
      <Button kind="solid" disabled={ended} onClick={() => void end()}>
        {t.endTheRun}
      </Button>
    </>
  );
}
