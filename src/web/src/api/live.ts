import type { HubConnection } from '@microsoft/signalr';
import type { DeckPatch, Job } from './types';

export interface LiveListener {
  deckChanged(patch: DeckPatch): void;
  jobChanged(job: Job): void;
  recordChanged(photoId: string): void;
  reconnected(): void;
}

/** Listens to a deck's live messages until the returned function is called. The library is loaded when first needed. */
export function listen(deckId: string, listener: LiveListener): () => void {
  let stopped = false;
  let connection: HubConnection | undefined;
  void (async () => {
    const { HubConnectionBuilder, LogLevel } = await import('@microsoft/signalr');
    connection = new HubConnectionBuilder()
      .withUrl('/live', { headers: { 'X-Jaali': '1' } })
      .withAutomaticReconnect({ nextRetryDelayInMilliseconds: () => 2000 })
      .configureLogging(LogLevel.None)
      .build();
    connection.on('deckChanged', listener.deckChanged);
    connection.on('jobChanged', listener.jobChanged);
    connection.on('recordChanged', listener.recordChanged);
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
    void connection?.stop();
  };
}
