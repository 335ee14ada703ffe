import { Slider } from 'radix-ui';
import { useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Spot } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { Choice } from '../../desk/Choice';
import { Field } from '../../desk/Field';
import { Head } from '../../desk/Head';
import { Lattice } from '../../desk/Star';
import { FactsSide } from './FactsSide';
import { KeptColumn } from './KeptColumn';
import { Stage, type StageHandle } from './Stage';
import { CutToShape, HidePart, Straighten, TonePhoto } from './Treatment';
import { useGuides } from './useGuides';

type Verb = 'reframe' | 'words' | 'shape' | 'tone' | 'straighten' | 'hide' | 'credit' | null;

const treatments: [Exclude<Verb, null>, string][] = [
  ['shape', 'Cut to shape'],
  ['straighten', 'Straighten'],
  ['tone', 'Tone'],
  ['hide', 'Hide part'],
  ['credit', 'Credit'],
];

const spots: [Spot, string][] = [
  ['auto', 'the calmest corner'],
  ['topLeft', 'top left'],
  ['topRight', 'top right'],
  ['bottomLeft', 'bottom left'],
  ['bottomRight', 'bottom right'],
];

/** The stage in the middle, kept photos at the left, verbs under the stage, facts at the right. */
export default function Compose({ openCommands }: { openCommands(): void }) {
  const { deck, scenes, slide, point, edit, goTo } = useOpenDeck();
  const [verb, setVerb] = useState<Verb>(null);
  const [scale, setScale] = useState(1);
  const stage = useRef<StageHandle>(null);
  const guides = useGuides(deck, slide);
  const pages = slide ? (scenes[slide.id] ?? []) : [];
  const scene = pages[0];
  const number = deck.slides.findIndex((s) => s.id === slide?.id) + 1;
  const kept = (slide?.pointId ? point?.kept : undefined) ?? [];
  const next = kept.filter((id) => deck.photos[id]?.mayPlace)[
    (kept.indexOf(slide?.ground?.photoId ?? '') + 1) % Math.max(1, kept.length)
  ];
  const editable = slide !== undefined && slide.kind !== 'credits';
  const toggle = (v: Verb) => setVerb(verb === v ? null : v);
  useHotkeys('r', () => toggle('reframe'), [verb]);
  useHotkeys('t', () => toggle('words'), [verb]);
  useHotkeys('m', () => toggle('shape'), [verb]);
  const words = slide?.words[0];
  return (
    <main className="flex min-h-0 min-w-0 flex-col bg-surround">
      <Head
        note={number > 0 ? `slide ${number} of ${deck.slides.length}` : 'no slides yet'}
        openCommands={openCommands}
      />
      <div className="grid min-h-0 flex-1 grid-cols-[132px_minmax(0,1fr)_262px] max-[1150px]:grid-cols-[112px_minmax(0,1fr)_220px]">
        <KeptColumn />
        <section aria-label="Stage" className="flex min-h-0 min-w-0 flex-col px-4 pt-4 pb-3">
          {scene ? (
            <Stage
              ref={stage}
              scene={scene}
              guides={editable ? guides : undefined}
              reframing={verb === 'reframe'}
              onScale={setScale}
            />
          ) : (
            <div className="relative grid min-h-0 flex-1 place-items-center">
              <Lattice className="absolute inset-0 text-[#434343]" />
              <p className="relative max-w-sm bg-surround p-5 text-center text-quiet">
                {slide?.kind === 'credits' ? (
                  'Credits appear here by themselves as soon as a photo is on a slide.'
                ) : (
                  <>
                    There are no slides yet.{' '}
                    <button
                      className="border-b border-verdigris text-word"
                      onClick={() => (deck.points.length > 0 ? void edit({ kind: 'make-slides' }) : goTo('plan'))}
                    >
                      {deck.points.length > 0 ? 'Make them from the points' : 'Write the points first'}
                    </button>
                  </>
                )}
              </p>
            </div>
          )}
          <div
            className="flex h-9 shrink-0 items-center justify-center gap-6 pt-2 text-[15px] max-[1150px]:gap-3 max-[1150px]:text-[13.5px]"
            role="toolbar"
            aria-label="What can be done"
          >
            {editable && (
              <>
                <button
                  className="verb"
                  aria-pressed={verb === 'reframe'}
                  disabled={!slide.ground}
                  onClick={() => toggle('reframe')}
                >
                  Reframe
                </button>
                {treatments.map(([v, name]) => (
                  <button
                    key={v}
                    className="verb"
                    aria-pressed={verb === v}
                    disabled={!slide.ground}
                    onClick={() => toggle(v)}
                  >
                    {name}
                  </button>
                ))}
                <button
                  className="verb"
                  disabled={!next || next === slide.ground?.photoId}
                  title="The next photo of this point's shortlist"
                  onClick={() => next && void edit({ kind: 'place-ground', slideId: slide.id, photoId: next })}
                >
                  Swap
                </button>
                <button
                  className="verb"
                  disabled={!slide.ground}
                  onClick={() => void edit({ kind: 'remove-ground', slideId: slide.id })}
                >
                  Take away
                </button>
                <span className="h-4 border-l border-[#666]" />
                <button className="verb" aria-pressed={verb === 'words'} onClick={() => toggle('words')}>
                  Words
                </button>
              </>
            )}
          </div>
          <div className="flex h-8 shrink-0 items-center justify-center gap-4 text-[13.5px] text-quiet">
            {verb === 'reframe' && editable && guides && (
              <>
                <span>wider</span>
                <Slider.Root
                  className="relative flex h-5 w-64 touch-none items-center"
                  min={Math.log(guides.minScale)}
                  max={Math.log(guides.maxScale)}
                  step={0.005}
                  value={[Math.log(scale)]}
                  onValueChange={([v]) => stage.current?.scaleTo(Math.exp(v ?? 0))}
                  onValueCommit={() => stage.current?.commit()}
                >
                  <Slider.Track className="relative h-px flex-1 bg-quiet">
                    <Slider.Range className="absolute h-full bg-verdigris" />
                  </Slider.Track>
                  <Slider.Thumb aria-label="Scale of the photo" className="block h-4 w-1.5 bg-verdigris" />
                </Slider.Root>
                <span>closer</span>
                <span className="font-mono text-[12px]">drag, arrows or wheel; Alt does not catch</span>
              </>
            )}
            {verb === 'shape' && editable && <CutToShape slide={slide} edit={edit} />}
            {verb === 'tone' && editable && <TonePhoto slide={slide} edit={edit} />}
            {verb === 'straighten' && editable && <Straighten slide={slide} edit={edit} />}
            {verb === 'hide' && editable && <HidePart slide={slide} edit={edit} />}
            {verb === 'credit' && editable && slide.ground && (
              <span>
                in{' '}
                <Choice
                  dark
                  label="Place of the credit"
                  value={slide.ground.creditSpot ?? 'auto'}
                  options={spots}
                  onChoose={(spot) => void edit({ kind: 'set-credit-spot', slideId: slide.id, spot })}
                />
              </span>
            )}
            {verb === 'words' && editable && (
              <>
                <Field
                  key={`${slide.id}-${words?.id ?? 'new'}`}
                  label="Words on the slide"
                  className="!w-72 border-b-line text-word"
                  value={words?.says ?? ''}
                  placeholder="write the words"
                  maxLength={300}
                  onCommit={(text) =>
                    text !== '' && void edit({ kind: 'set-words', slideId: slide.id, wordsId: words?.id ?? null, text })
                  }
                />
                {words && (
                  <>
                    <span>
                      in{' '}
                      <Choice
                        dark
                        label="Place of the words"
                        value={words.spot}
                        options={spots}
                        onChoose={(spot) =>
                          void edit({ kind: 'set-words', slideId: slide.id, wordsId: words.id, spot })
                        }
                      />
                    </span>
                    <button
                      className="verb"
                      onClick={() => void edit({ kind: 'remove-words', slideId: slide.id, wordsId: words.id })}
                    >
                      Remove
                    </button>
                  </>
                )}
              </>
            )}
          </div>
          <label className="flex shrink-0 items-baseline gap-4 border-t border-line pt-2">
            <span className="font-medium">Notes</span>
            {slide && (
              <Field
                key={slide.id}
                label="Notes for the speaker"
                className="!border-b-0 text-quiet"
                value={slide.notes}
                placeholder="what you will say here"
                onCommit={(notes) => void edit({ kind: 'set-notes', slideId: slide.id, notes })}
              />
            )}
          </label>
        </section>
        <FactsSide scene={scene} />
      </div>
    </main>
  );
}
