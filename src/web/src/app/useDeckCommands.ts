import { useEffect } from 'react';
import { press } from '../commands/keys';
import { useCommands, type Command } from '../commands/registry';
import { choose, chosenSlide, step, useChoice } from '../deck/choice';
import { edit, redo, undo } from '../deck/edit';
import { duplicateSlide, newSlide } from '../deck/slides';
import { goTo, openPodium, runThrough, show } from '../deck/navigate';
import { useNavigation } from '../deck/navigation';
import { stations } from '../deck/stations';
import { useDeckStore } from '../deck/store';
import { texts } from '../texts';

// The notes have their place in Compose, where no tool is open.
function writeNotes() {
  goTo('compose');
  let tries = 60;
  const look = () => {
    useChoice.setState({ tool: null });
    const notes = document.querySelector<HTMLElement>('[data-notes] textarea');
    if (notes) notes.focus();
    else if (tries-- > 0) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}

/** What can be done wherever one is in a deck, and the one listener for keys. */
export function useDeckCommands({
  openList,
  openKeys,
  openHelp,
}: {
  openList(): void;
  openKeys(): void;
  openHelp(): void;
}) {
  useEffect(() => {
    const listen = (e: KeyboardEvent) => void press(e);
    addEventListener('keydown', listen);
    return () => removeEventListener('keydown', listen);
  }, []);
  // Entries for single slides come and go with them.
  const slides = useDeckStore((d) => d.slides);
  const order = useDeckStore((d) => d.slideOrder);
  const onSlide = (id: string, name: string, run: (slideId: string) => void, keys?: string[]): Command => ({
    id,
    name,
    group: keys && 'Slides',
    ...(keys ? { keys } : {}),
    when: () => chosenSlide() !== undefined,
    run: () => run(chosenSlide()!.id),
  });
  useCommands([
    ...stations.map((s, i): Command => ({
      id: `go.${s.id}`,
      name: texts.app.goTo(s.name),
      keys: [String(i + 1)],
      group: texts.app.everywhere,
      run: () => goTo(s.id),
    })),
    { id: 'undo', name: texts.app.undo, keys: ['Mod Z'], group: texts.app.everywhere, run: () => void undo() },
    {
      id: 'redo',
      name: texts.app.redo,
      keys: ['Mod Shift Z', 'Mod Y'],
      group: texts.app.everywhere,
      run: () => void redo(),
    },
    {
      id: 'commands',
      name: texts.app.allCommands,
      keys: ['Mod K'],
      group: texts.app.everywhere,
      inFields: true,
      onlyKeys: true,
      run: openList,
    },
    { id: 'keys', name: texts.app.listOfKeys, keys: ['?'], group: texts.app.everywhere, run: openKeys },
    { id: 'help', name: texts.app.help, keys: ['F1'], group: texts.app.everywhere, inFields: true, run: openHelp },
    { id: 'talks', name: texts.app.allTalks, run: () => useNavigation.getState().to('/') },
    { id: 'copies', name: texts.app.makeACopy, run: () => goTo('give') },
    { id: 'times', name: texts.app.timesOfSlides, run: () => goTo('give', { times: true }) },
    { id: 'use', name: texts.app.purposeOfTheTalk, run: () => goTo('plan') },
    onSlide('notes', texts.app.notesOfThisSlide, writeNotes),
    { id: 'slides.make', name: texts.app.makeTheSlides, run: () => void edit({ kind: 'make-slides' }) },
    {
      id: 'slide.new',
      name: texts.app.newSlide2,
      keys: ['N'],
      group: texts.app.slides,
      run: () => void newSlide(),
    },
    onSlide('slide.duplicate', texts.app.duplicateThisSlide, (slideId) => void duplicateSlide(slideId), ['D']),
    onSlide('slide.remove', texts.app.removeThisSlide, (slideId) => void edit({ kind: 'remove-slide', slideId })),
    onSlide('show.here', texts.app.showFromHere, () => show(false), ['S']),
    {
      id: 'show.start',
      name: texts.app.showFromTheStart,
      keys: ['Shift S'],
      group: texts.app.slides,
      when: () => useDeckStore.getState().slideOrder.length > 0,
      run: () => show(true),
    },
    {
      id: 'podium.open',
      name: texts.give.openThePodium,
      when: () => useDeckStore.getState().slideOrder.length > 0,
      run: openPodium,
    },
    {
      id: 'run.through',
      name: texts.give.runItThrough,
      when: () => useDeckStore.getState().slideOrder.length > 0,
      run: runThrough,
    },
    onSlide(
      'slide.turns',
      texts.moves.inTurn,
      (slideId) => void edit({ kind: 'sequence-photos', slideId, itemIds: null }),
    ),
    {
      id: 'slide.next',
      name: texts.app.nextSlide,
      keys: ['Page down'],
      group: texts.app.slides,
      onlyKeys: true,
      run: () => step(1),
    },
    {
      id: 'slide.before',
      name: texts.app.slideBefore,
      keys: ['Page up'],
      group: texts.app.slides,
      onlyKeys: true,
      run: () => step(-1),
    },
    ...order.map((id, i): Command => ({
      id: `choose.${id}`,
      name: `Choose slide ${i + 1}: ${slides[id]?.label ?? ''}`,
      run: () => choose(id),
    })),
  ]);
}
