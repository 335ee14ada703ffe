// @vitest-environment jsdom
import { expect, it } from 'vitest';
import { commandWords } from '../commandWords';
import { kinds } from '../items/kinds';
import { scoreOf } from './score';

const named = (id: string, name: string) => ({ id, name });

it('meets each word that was typed, the name before usual words, what does it before what leads there', () => {
  const mask = named('compose.frame.shape', 'Mask');
  expect(scoreOf(mask, '')).toBe(1);
  expect(scoreOf(mask, 'zebra')).toBe(0);
  expect(scoreOf(mask, 'circle zebra')).toBe(0);
  const order = [scoreOf(mask, 'mask'), scoreOf(mask, 'mas'), scoreOf(mask, 'circle'), scoreOf(mask, 'circ')];
  expect([...order].sort((a, b) => b - a)).toEqual(order);
  expect(scoreOf(named('compose.words', 'Words'), 'text')).toBeGreaterThan(
    scoreOf(named('go.compose', 'Go to Compose'), 'text'),
  );
  expect(scoreOf(mask, ' CIRCLE,')).toBe(scoreOf(mask, 'circle'));
});

it('knows usual words for no verb that there is not', () => {
  const verbs = kinds.flatMap((k) => k.verbs.map((v) => `compose.${k.kind}.${v.id}`));
  const ofKinds = Object.keys(commandWords).filter((id) => kinds.some((k) => id.startsWith(`compose.${k.kind}.`)));
  expect(ofKinds.filter((id) => !verbs.includes(id))).toEqual([]);
});
