import { chosenSlide, useChoice } from './choice';
import { useNavigation } from './navigation';
import { useDeckStore } from './store';

/** What is chosen, as it stands in the address. */
export function chosenQuery(): string {
  const { slideId, pointId } = useChoice.getState();
  const query = new URLSearchParams();
  if (slideId) query.set('slide', slideId);
  if (pointId) query.set('point', pointId);
  const text = query.toString();
  return text === '' ? '' : `?${text}`;
}

/** Goes to a station, with the same thing chosen. */
export const goTo = (station: string, state?: unknown) =>
  useNavigation.getState().to(`/deck/${useDeckStore.getState().id}/${station}${chosenQuery()}`, state);

/** Shows the talk from the chosen slide or from the start. */
export function show(fromStart: boolean) {
  const { id, slideOrder } = useDeckStore.getState();
  if (slideOrder.length === 0) return;
  const slide = fromStart ? undefined : chosenSlide();
  const back = useNavigation.getState().station;
  useNavigation.getState().to(`/deck/${id}/show?${slide ? `slide=${slide.id}&` : ''}back=${back}`);
}

/** Opens the speaker's window beside this one. */
export function openPodium() {
  const { id } = useDeckStore.getState();
  open(`/deck/${id}/podium`, `jaali-podium-${id}`, 'popup,width=1280,height=800');
}

/** Runs the talk through from the start, with the clock; the time of each slide is kept. */
export function runThrough() {
  const { id, slideOrder } = useDeckStore.getState();
  if (slideOrder.length > 0) useNavigation.getState().to(`/deck/${id}/podium?run&slide=${slideOrder[0]}`);
}
