import { useEffect } from 'react';
import { press } from '../commands/keys';
import { useCommands, type Command } from '../commands/registry';
import { choose, chosenSlide, step } from '../deck/choice';
import { edit, redo, undo } from '../deck/edit';
import { duplicateSlide, newSlide } from '../deck/slides';
import { goTo, show } from '../deck/navigate';
import { useGo } from '../deck/go';
import { stations } from '../deck/stations';
import { useDeckStore } from '../deck/store';

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
      name: `Go to ${s.name}`,
      keys: [String(i + 1)],
      group: 'Everywhere',
      run: () => goTo(s.id),
    })),
    { id: 'undo', name: 'Undo', keys: ['Mod Z'], group: 'Everywhere', run: () => void undo() },
    { id: 'redo', name: 'Redo', keys: ['Mod Shift Z', 'Mod Y'], group: 'Everywhere', run: () => void redo() },
    {
      id: 'commands',
      name: 'All commands',
      keys: ['Mod K'],
      group: 'Everywhere',
      inFields: true,
      onlyKeys: true,
      run: openList,
    },
    { id: 'keys', name: 'List of keys', keys: ['?'], group: 'Everywhere', run: openKeys },
    { id: 'help', name: 'Help', keys: ['F1'], group: 'Everywhere', inFields: true, run: openHelp },
    { id: 'talks', name: 'All talks', run: () => useGo.getState().to('/') },
    { id: 'slides.make', name: 'Make the slides', run: () => void edit({ kind: 'make-slides' }) },
    {
      id: 'slide.new',
      name: 'New slide',
      keys: ['N'],
      group: 'Slides',
      run: () => void newSlide(),
    },
    onSlide('slide.duplicate', 'Duplicate this slide', (slideId) => void duplicateSlide(slideId), ['D']),
    onSlide('slide.remove', 'Remove this slide', (slideId) => void edit({ kind: 'remove-slide', slideId })),
    onSlide('show.here', 'Show from here', () => show(false), ['S']),
    {
      id: 'show.start',
      name: 'Show from the start',
      keys: ['Shift S'],
      group: 'Slides',
      when: () => useDeckStore.getState().slideOrder.length > 0,
      run: () => show(true),
    },
    {
      id: 'slide.next',
      name: 'Next slide',
      keys: ['Page down'],
      group: 'Slides',
      onlyKeys: true,
      run: () => step(1),
    },
    {
      id: 'slide.before',
      name: 'Slide before',
      keys: ['Page up'],
      group: 'Slides',
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
