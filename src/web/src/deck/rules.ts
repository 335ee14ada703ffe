import { create } from 'zustand';
import { api, unwrap } from '../api/client';
import type { Rules } from '../api/types';
import { texts } from '../texts';

/** The rules that the client needs before it asks; they come from the server, once. */
export const useRules = create<{ rules: Rules | null }>(() => ({ rules: null }));

export async function loadRules() {
  useRules.setState({ rules: await unwrap(api.GET('/api/rules')) });
}

/** The rules; only used below what waits for them. */
export function rules(): Rules {
  const known = useRules.getState().rules;
  if (!known) throw new Error(texts.deck.theRulesHaveNotCome);
  return known;
}
