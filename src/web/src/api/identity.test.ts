import { expect, it } from 'vitest';
import { newIdentity } from './identity';

it('makes identities of version 4 and no two alike', () => {
  const made = Array.from({ length: 500 }, newIdentity);
  for (const id of made) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  expect(new Set(made).size).toBe(500);
});
