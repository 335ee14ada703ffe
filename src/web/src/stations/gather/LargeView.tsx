import { Dialog } from 'radix-ui';
import type { Candidate } from '../../api/types';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

interface Props {
  candidates: Candidate[];
  candidate: Candidate;
  onChoose(c: Candidate): void;
  onKeep(c: Candidate, largest?: boolean): void;
  onLetGo(c: Candidate): void;
  onClose(): void;
}

/** One candidate large, without the tools; arrows go on, K keeps, L lets go, Space or Escape closes. */
export function LargeView({ candidates, candidate: c, onChoose, onKeep, onLetGo, onClose }: Props) {
  const at = candidates.findIndex((x) => x.id === c.id && x.collection === c.collection);
  const step = (by: number) => {
    const next = candidates[at + by];
    if (next) onChoose(next);
  };
  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Content
          className="fixed inset-0 z-40 flex flex-col overflow-auto bg-booth p-8 narrow:p-3 text-word outline-none"
          aria-describedby={undefined}
          onKeyDown={(e) => {
            if (e.target instanceof HTMLButtonElement && e.key === ' ') return;
            if (e.key === 'ArrowRight' || e.key === 'ArrowDown') step(1);
            else if (e.key === 'ArrowLeft' || e.key === 'ArrowUp') step(-1);
            else if (e.key === 'k') onKeep(c);
            else if (e.key === 'l') onLetGo(c);
            else if (e.key === ' ') onClose();
            else return;
            e.preventDefault();
          }}
        >
          <div className="flex min-h-40 flex-1 items-center justify-center">
            <img
              src={c.picture}
              alt={c.title}
              className="max-h-full max-w-full object-contain"
              style={{ aspectRatio: `${c.width} / ${c.height}`, height: '100%' }}
            />
          </div>
          <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1 pt-5 narrow:pt-2">
            <Dialog.Title className="text-head font-semibold">{c.title || 'Untitled'}</Dialog.Title>
            <span>
              {texts.gather.by}
              {c.maker || texts.gather.unknownMaker}
            </span>
            <span className="text-quiet">
              {c.inWords} ({c.licence})
            </span>
            <span className="font-mono text-note text-quiet">
              {c.sizeKnown ? `${c.width} x ${c.height}` : texts.gather.sizeNotGiven}
              {c.fillsSlide ? texts.gather.fillsTheSlide : c.sizeKnown ? texts.gather.tooSmallForAFull : ''}
            </span>
            <span className="ml-auto flex flex-wrap gap-x-6">
              {c.kept ? (
                <Button kind="verb" onClick={() => onLetGo(c)}>
                  {texts.gather.leaveOut}
                </Button>
              ) : (
                <>
                  <Button kind="verb" className="!text-verdigris-word" onClick={() => onKeep(c)}>
                    {texts.gather.keep(c.takes)}
                  </Button>
                  <Button kind="verb" onClick={() => onKeep(c, true)}>
                    {texts.gather.keepTheLargest}
                  </Button>
                </>
              )}
              <Button kind="verb" onClick={onClose}>
                {texts.gather.backToTheWall}
              </Button>
            </span>
          </div>
          {c.why && <p className={`pt-1 ${c.fits ? 'text-quiet' : 'text-marigold'}`}>{c.why}</p>}
          {c.sources.length > 1 && (
            <p className="pt-1 text-quiet">
              {texts.gather.theSamePicture(
                c.sources
                  .map((s) => `${s.name} (${s.licence}${s.width ? `, ${s.width} x ${s.height}` : ''})`)
                  .join(', '),
              )}
            </p>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
