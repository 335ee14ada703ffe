import { useState } from 'react';
import type { Slide } from '../../api/types';
import { chooseItem, useChoice, useChosenItem } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { prompts } from '../../items/words/roles';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';

/**
 * The things of a slide from top to bottom, in words: for choosing what is covered, for their order and for holding
 * them.
 * They are dragged, or moved by Alt and the arrow keys.
 */
export function OnThisSlide({ slide }: { slide: Slide }) {
  const item = useChosenItem();
  const also = useChoice((c) => c.also);
  const [over, setOver] = useState<string | null>(null);
  const order = (id: string, to: number) =>
    void edit({ kind: 'order-item', slideId: slide.id, itemId: id, to: Math.max(0, to) });
  const place = (id: string) => slide.items.findIndex((i) => i.item.id === id);
  return (
    <nav aria-label={texts.compose.whatLiesHere} className="mt-4 border-t border-line pt-3">
      <h2 className="text-quiet">{texts.compose.whatLiesHere}</h2>
      <ul className="mt-0.5">
        {[...slide.items].reverse().map((i) => {
          const chosen = i === item || also.includes(i.item.id);
          return (
            <li
              key={i.item.id}
              className={over === i.item.id ? 'border-t border-verdigris' : 'border-t border-transparent'}
              draggable={!i.item.at.isGround}
              onDragStart={(e) => e.dataTransfer.setData('text/x-jaali-item', i.item.id)}
              onDragOver={(e) => {
                if (!e.dataTransfer.types.includes('text/x-jaali-item')) return;
                e.preventDefault();
                setOver(i.item.id);
              }}
              onDragLeave={() => setOver(null)}
              onDrop={(e) => {
                setOver(null);
                const id = e.dataTransfer.getData('text/x-jaali-item');
                if (id && id !== i.item.id) order(id, place(i.item.id));
              }}
            >
              <Button
                className={`min-h-6 w-full truncate text-left ${chosen ? 'text-word' : 'text-quiet hover:text-word'}`}
                aria-pressed={chosen}
                onClick={(e) => chooseItem(i.item.id, e.shiftKey || e.ctrlKey || e.metaKey)}
                onKeyDown={(e) => {
                  if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
                  e.preventDefault();
                  e.stopPropagation();
                  order(i.item.id, place(i.item.id) + (e.key === 'ArrowUp' ? 1 : -1));
                }}
              >
                {i.says || (i.item.kind === 'words' && prompts[i.item.role])}
                {i.item.at.isGround && <span className="text-quiet">{texts.compose.ground}</span>}
                {i.item.at.held && <span className="text-quiet">{texts.compose.held}</span>}
                {i.item.at.group && <span className="text-quiet">{texts.compose.inAGroup}</span>}
              </Button>
            </li>
          );
        })}
      </ul>
    </nav>
  );
}
