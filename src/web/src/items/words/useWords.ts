import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import type { Item, TextStylePart, Slide, Words, TextStyle } from '../../api/types';
import { edit } from '../../deck/edit';
import { useHeader } from '../../deck/store';

export const wordsOf = (item: Item | undefined): Words | undefined =>
  item?.item.kind === 'words' ? item.item : undefined;

/** The whole look of words, and how to change it: what a hand set over what the house says. */
export function useTextStyle(slide: Slide, item: Item) {
  const { house } = useHeader();
  const words = wordsOf(item);
  const role = words?.role ?? 'heading';
  const look: TextStyle = { ...house.roles[role] };
  for (const [part, value] of Object.entries(words?.style ?? {}))
    if (value !== null && value !== undefined) Object.assign(look, { [part]: value });
  const send = (change: { style?: TextStyle; release?: TextStylePart[] }) =>
    edit({
      kind: 'edit-item',
      slideId: slide.id,
      itemId: item.item.id,
      edit: { kind: 'words', ...change },
    });
  return {
    house,
    role,
    look,
    own: words?.style ?? null,
    set: (change: TextStyle) => send({ style: change }),
    release: (...parts: TextStylePart[]) => send({ release: parts }),
  };
}

/** The families of type that can be chosen. */
export function useFonts() {
  const { data } = useQuery({
    queryKey: ['fonts'],
    staleTime: Infinity,
    queryFn: () => unwrap(api.GET('/api/fonts')),
  });
  return data ?? [];
}
