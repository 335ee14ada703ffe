import { expect, test } from 'vitest';
import type { Candidate, ResultsState } from '../api/types';
import { withUpdate } from './resultsState';

const candidate = (id: string, calm: number | null = null) => ({ collection: 'field', id, calm }) as Candidate;
const answer = (version: number, order: string[] | null, candidates: Candidate[]) =>
  ({ version, order, candidates }) as ResultsState;

test('an answer that carries only what changed is put into what is known', () => {
  const first = withUpdate('a', null, answer(3, ['field 1', 'field 2'], [candidate('1'), candidate('2')]));
  expect(first.candidates.map((c) => c.id)).toEqual(['1', '2']);
  const looked = withUpdate('a', first, answer(4, null, [candidate('2', 0.5)]));
  expect(looked.candidates.map((c) => c.calm)).toEqual([null, 0.5]);
  expect(looked.candidates[0]).toBe(first.candidates[0]);
  const more = withUpdate('a', looked, answer(5, ['field 1', 'field 2', 'field 3'], [candidate('3')]));
  expect(more.candidates.map((c) => c.id)).toEqual(['1', '2', '3']);
  const gone = withUpdate('a', more, answer(6, ['field 3', 'field 1'], []));
  expect(gone).toMatchObject({ version: 6, candidates: [{ id: '3' }, { id: '1' }] });
  const same = withUpdate('a', gone, answer(6, null, []));
  expect(same.candidates).toEqual(gone.candidates);
});
