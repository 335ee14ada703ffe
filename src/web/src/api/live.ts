import type { HubConnection } from '@microsoft/signalr';
import type { DeckPatch, Job } from './types';

export interface LiveListener {
  deckChanged(patch: DeckPatch): void;
  jobChanged(job: Job): void;
  recordChanged(photoId: string): void;
  /** More came of a search. */
  searchChanged(searchId: string): void;
  reconnected(): void;
  /** It is cut off, for now or for good. */
  away?(): void;
  /** To a device at the podium: what it shows has changed. */
  talkChanged?(): void;
  /** A window that shows the same talk says where it is. */
  steered(steering: Steering): void;
}

/** What windows that show a talk tell each other; the server hands it on. */
export interface Steering {
  /** Where the show is, or the question of a window that has just come. */
  kind: 'at' | 'ask';
  from: string;
  /** Of two, the greater holds. */
  sequence: number;
  slideId: string | null;
  page: number;
  /** How many presses of its own the slide has had. */
  step: number;
  dark: '' | 'black' | 'white';
  /** Milliseconds since the talk began; null before. */
  talk: number | null;
  onSlide: number;
  /** Clips that were pressed, by what plays: how far each is, in seconds. */
  clips?: { source: string; second: number; plays: boolean; held: boolean }[];
}

const connections = new Map<string, HubConnection>();

/** The connection by which this window listens to a deck: the answer to its own edits tells it enough. */
export const listenerOf = (deckId: string): string => connections.get(deckId)?.connectionId ?? '';

/** Tells the other windows; where the server is away, those of this machine hear it another way. */
export function steer(deckId: string, steering: Steering) {
  const connection = connections.get(deckId);
  if (connection?.state === 'Connected') void connection.send('Steer', deckId, steering).catch(() => undefined);
}

/** Listens to a deck's live messages until the returned function is called. The library is loaded when first needed. */
export function listen(deckId: string, listener: LiveListener, address = '/live'): () => void {
  let stopped = false;
  let connection: HubConnection | undefined;
  void (async () => {
    const { HubConnectionBuilder, LogLevel } = await import('@microsoft/signalr');
    connection = new HubConnectionBuilder()
      .withUrl(address, { headers: { 'X-Jaali': '1' } })
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => 2000 })
      .configureLogging(LogLevel.None)
      .build();
    connection.on('deckChanged', listener.deckChanged);
    connection.on('jobChanged', listener.jobChanged);
    connection.on('recordChanged', listener.recordChanged);
    connection.on('searchChanged', listener.searchChanged);
    connection.on('steered', (of: string, steering: Steering) => of === deckId && listener.steered(steering));
    connection.onreconnecting(() => listener.away?.());
    connection.onclose(() => listener.away?.());
    connection.on('talkChanged', () => listener.talkChanged?.());
    connections.set(deckId, connection);
    connection.onreconnected(async () => {
      await connection?.invoke('Join', deckId);
      listener.reconnected();
    });
    while (!stopped) {
      try {
        await connection.start();
        await connection.invoke('Join', deckId);
        listener.reconnected();
        break;
      } catch {
        await new Promise((r) => setTimeout(r, 2000));
      }
    }
    if (stopped) await connection.stop();
  })();
  return () => {
    stopped = true;
    if (connections.get(deckId) === connection) connections.delete(deckId);
    void connection?.stop();
  };
}
