import { Dialog } from 'radix-ui';
import type { Candidate } from '../../api/types';

interface Props {
  candidates: Candidate[];
  candidate: Candidate;
  onChoose(c: Candidate): void;
  onKeep(c: Candidate): void;
  onLetGo(c: Candidate): void;
  onClose(): void;
}

/** One candidate large, without the tools; arrows go on, K keeps, L lets go, Space or Escape closes. */
export function Large({ candidates, candidate: c, onChoose, onKeep, onLetGo, onClose }: Props) {
  const at = candidates.findIndex((x) => x.id === c.id);
  const step = (by: number) => {
    const next = candidates[at + by];
    if (next) onChoose(next);
  };
  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Content
          className="fixed inset-0 z-40 flex flex-col bg-[#262626] p-8 text-word outline-none"
          aria-describedby={undefined}
          onKeyDown={(e) => {
            if (e.key === 'ArrowRight' || e.key === 'ArrowDown') step(1);
            else if (e.key === 'ArrowLeft' || e.key === 'ArrowUp') step(-1);
            else if (e.key === 'k') onKeep(c);
            else if (e.key === 'l') onLetGo(c);
            else if (e.key === ' ') onClose();
            else return;
            e.preventDefault();
          }}
        >
          <div className="flex min-h-0 flex-1 items-center justify-center">
            <img
              src={c.thumbnail}
              alt={c.title}
              className="max-h-full max-w-full object-contain"
              style={{ aspectRatio: `${c.width} / ${c.height}`, height: '100%' }}
            />
          </div>
          <div className="flex items-baseline gap-6 pt-5">
            <Dialog.Title className="text-lg font-semibold">{c.title || 'Untitled'}</Dialog.Title>
            <span>by {c.maker || 'unknown maker'}</span>
            <span className="text-quiet">
              {c.inWords} ({c.licence})
            </span>
            <span className="font-mono text-[12.5px] text-quiet">
              {c.width} x {c.height}
              {c.fillsSlide ? ', fills the slide' : ', too small for a full slide'}
            </span>
            <span className="ml-auto flex gap-6">
              {c.kept ? (
                <button className="verb" onClick={() => onLetGo(c)}>
                  Let go
                </button>
              ) : (
                <button className="verb !text-verdigris-word" onClick={() => onKeep(c)}>
                  Keep
                </button>
              )}
              <button className="verb" onClick={onClose}>
                Back to the wall
              </button>
            </span>
          </div>
          {c.why && <p className="pt-1 text-marigold">{c.why}</p>}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
