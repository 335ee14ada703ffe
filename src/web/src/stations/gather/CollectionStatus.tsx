import { useEffect, useState } from 'react';
import type { Answer } from '../../api/types';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

interface Props {
  answers: Answer[];
  without: string[];
  onSwitch(id: string): void;
  onRetry(id: string): void;
}

/** Each collection and where it stands: answered, slow, failed, asking to be left alone. A click leaves one out. */
export function CollectionStatus({ answers, without, onSwitch, onRetry }: Props) {
  return (
    <ul
      className="flex flex-wrap gap-x-5 gap-y-0.5 font-mono text-note text-quiet"
      aria-label={texts.gather.collections}
      aria-live="polite"
    >
      {answers.map((a) => {
        const off = without.includes(a.id);
        const bad = a.state === 'failed' || a.state === 'limited' || a.state === 'slow';
        return (
          <li key={a.id} className={bad && !off ? 'text-marigold' : ''}>
            <Button
              aria-pressed={!off}
              title={off ? texts.gather.leftOutClickToTake : texts.gather.clickToLeaveItOut}
              className={`hover:text-word ${off ? 'line-through opacity-80' : ''}`}
              onClick={() => onSwitch(a.id)}
            >
              {a.name}
            </Button>
            {!off && <State answer={a} onRetry={onRetry} />}
          </li>
        );
      })}
    </ul>
  );
}

function State({ answer: a, onRetry }: { answer: Answer; onRetry(id: string): void }) {
  switch (a.state) {
    case 'asking':
      return <>{texts.gather.searching}</>;
    case 'slow':
      return <>{texts.gather.slowStillWaiting}</>;
    case 'answered':
      return <> {a.total ?? a.here}</>;
    case 'limited':
      return <>: {a.retryAt ? <Until at={a.retryAt} /> : texts.gather.limited}</>;
    default:
      return (
        <>
          : {a.message}{' '}
          <Button kind="link" onClick={() => onRetry(a.id)}>
            {texts.gather.askAgain}
          </Button>
        </>
      );
  }
}

function Until({ at }: { at: string }) {
  const [now, setNow] = useState(Date.now());
  useEffect(() => {
    const tick = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(tick);
  }, []);
  const left = Math.max(0, Math.round((Date.parse(at) - now) / 1000));
  return <>{texts.gather.asksToBeLeftAlone(left)}</>;
}
