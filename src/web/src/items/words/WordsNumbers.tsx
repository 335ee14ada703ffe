import type { Item, Slide } from '../../api/types';
import { useScenes } from '../../deck/store';
import { ExactPlace } from '../ExactPlace';
import { wordsOf } from './useWords';

/** Where words stand, in numbers: their room where they were put in a place, else what they take. */
export function WordsNumbers({ slide, item }: { slide: Slide; item: Item }) {
  const box = useScenes(slide.id)[0]?.parts.find((p) => p.itemId === item.item.id)?.box;
  if (!box) return null;
  return <ExactPlace slide={slide} item={item} rect={wordsOf(item)?.spot === 'placed' ? item.item.at.rect : box} />;
}
