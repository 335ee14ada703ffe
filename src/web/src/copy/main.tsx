import { createRoot } from 'react-dom/client';
import type { Photo, Scene, SlidePlay } from '../api/types';
import { ownClips, ownPictures } from '../deck/photoUrl';
import { useDeckStore } from '../deck/store';
import { pagesOf } from '../show/useTalk';
import { Copy } from './Copy';
import './copy.css';

/** The talk as its page carries it. */
interface CarriedTalk {
  title: string;
  order: string[];
  scenes: Record<string, Scene[]>;
  plays: SlidePlay[];
  notes: Record<string, string>;
  photos: Record<string, Photo>;
}

const talk = JSON.parse(document.getElementById('talk')!.textContent) as CarriedTalk;
// Pictures by the name they are asked for, and what plays: data, or addresses beside the page.
const pictures = JSON.parse(document.getElementById('pictures')!.textContent) as Record<string, string>;
for (const [name, address] of Object.entries(pictures))
  if (name.startsWith('clip:')) ownClips.set(name.slice('clip:'.length), address);
  else ownPictures.set(name, address);
useDeckStore.setState({ photos: talk.photos });
const pages = pagesOf(talk.order, talk.scenes, talk.plays);
createRoot(document.getElementById('show')!).render(
  <Copy
    title={talk.title}
    pages={pages}
    notes={pages.map((p) => (p.scene.page === 0 ? (talk.notes[p.scene.slideId] ?? '') : ''))}
    photos={talk.photos}
  />,
);
