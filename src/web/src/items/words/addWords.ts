import type { Slide, SlidePoint, WordsRole } from '../../api/types';
import { bring } from '../../deck/newItem';
import { type } from './typing/useTyping';

interface NewWords {
  role: WordsRole;
  /** The thing they belong to, and stand under. */
  of?: string;
  /** Where they begin; else in the calmest free place. */
  at?: SlidePoint | null;
}

/** Puts a place for words on a slide and begins to type there; left without a letter, it goes again. */
export async function addWords(slide: Slide, { role, of, at }: NewWords) {
  const id = await bring(slide.id, {
    kind: 'add-item',
    slideId: slide.id,
    item: { kind: 'words', role, ...(of ? { of } : {}) },
    rect: null,
    at: of ? null : (at ?? null),
  });
  if (id) type(id, true);
}
