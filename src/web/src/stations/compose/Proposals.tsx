import { useQuery } from '@tanstack/react-query';
import { api, errorText, unwrap } from '../../api/client';
import type { Command, Scene, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { bring } from '../../deck/newItem';
import { useDeckId, useDeckStore, useHeader } from '../../deck/store';
import { texts } from '../../texts';
import { useNotices } from '../../ui/useNotices';
import { ProposalStrip, type SlideProposal } from './ProposalStrip';

interface Props {
  slide: Slide;
  tried: SlideProposal | null;
  onTry(s: SlideProposal | null): void;
  onDone(): void;
}

interface Offer<T> {
  /** What they are, as a name for what has been loaded. */
  what: string;
  label: string;
  empty?: string;
  load(path: { id: string; slideId: string }): Promise<T[]>;
  sketch(one: T): SlideProposal;
}

/** What is offered for a slide as small sketches of it, loaded anew whenever the talk changes. */
function Offers<T>({ slide, what, label, empty, load, sketch, ...shown }: Props & Offer<T>) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const found = useQuery({
    queryKey: [what, id, slide.id, revision],
    gcTime: 30_000,
    queryFn: () => load({ id, slideId: slide.id }),
  });
  if (found.error) return <p className="text-marigold">{errorText(found.error)}</p>;
  if (empty && found.data?.length === 0) return <p className="text-quiet">{empty}</p>;
  return <ProposalStrip label={label} sketches={(found.data ?? []).map(sketch)} {...shown} />;
}

/** Arrangements of the photos of a slide, each with what it gives up. */
export const Proposals = (props: Props) => (
  <Offers
    {...props}
    what="arrangements"
    label={texts.compose.proposals}
    empty={texts.compose.nothingToArrange}
    load={(path) => unwrap(api.GET('/api/decks/{id}/slides/{slideId}/arrangements', { params: { path } }))}
    sketch={(p) => ({
      key: p.form ?? '',
      says: p.givesUp,
      scene: p.scene as Scene,
      take: () => edit({ kind: 'arrange-items', slideId: props.slide.id, places: p.places, form: p.form }),
    })}
  />
);

// Figures of facts stand behind so many layouts: those that the slide asks for come first.
const before = 2;

/** Layouts of a slide, each with why it is proposed or what it gives up; facts that can be drawn, as figures. */
export const Layouts = (props: Props) => (
  <Offers<SlideProposal>
    {...props}
    what="layouts"
    label={texts.compose.layouts}
    load={async (path) => {
      const [layouts, figures] = await Promise.all([
        unwrap(api.GET('/api/decks/{id}/slides/{slideId}/layouts', { params: { path } })),
        figuresOf(path, null),
      ]);
      const sketches = layouts.map((l): SlideProposal => ({
        key: `${l.layout ?? ''} ${l.sharing ?? ''}`,
        says: l.why,
        scene: l.scene as Scene,
        take: () =>
          edit({
            kind: 'apply-layout',
            slideId: props.slide.id,
            layout: l.layout ?? null,
            sharing: l.sharing ?? null,
          }),
      }));
      return [...sketches.slice(0, before), ...figures, ...sketches.slice(before)];
    }}
    sketch={(s) => s}
  />
);

/** What was pasted, as all that it can be put on the slide as. */
export const Pasted = ({ text, ...props }: Props & { text: string }) => (
  <Offers<SlideProposal>
    {...props}
    what={`pasted ${text}`}
    label={texts.compose.whatWasPasted}
    load={(path) => figuresOf(path, text)}
    sketch={(s) => s}
  />
);

// A text as figures and words, or without one the facts of the slide's point as figures.
async function figuresOf(path: { id: string; slideId: string }, text: string | null): Promise<SlideProposal[]> {
  const figures = await unwrap(
    api.POST('/api/decks/{id}/slides/{slideId}/figures', { params: { path }, body: { text } }),
  );
  return figures.map((f, i) => ({
    key: `${f.form} ${i}`,
    says: f.why,
    scene: f.scene as Scene,
    take: () => bring(path.slideId, f.command as Command),
  }));
}

/** The slide in each house style; taking one sets the whole deck in it. */
export function HouseStyleProposals(props: Props) {
  const { house } = useHeader();
  return (
    <Offers
      {...props}
      what="houses"
      label={texts.house.styles}
      load={(path) => unwrap(api.GET('/api/decks/{id}/slides/{slideId}/houses', { params: { path } }))}
      sketch={(h) => ({
        key: h.house.name,
        says: h.own ? texts.house.ofYourOwn(h.house.name) : h.house.name,
        scene: h.scene as Scene,
        // A talk from before may have an earlier style of the same name.
        inUse: h.house.name === house.name && Boolean(h.house.system) === Boolean(house.system),
        take: async () => {
          const taken = await edit({ kind: 'set-house-style', house: h.house });
          if (taken && h.says) useNotices.getState().say(h.says);
          return taken;
        },
      })}
    />
  );
}
