import { create } from 'zustand';

interface Away {
  /** Since when the server does not answer, or null. */
  since: Date | null;
  /** Why, where it says so itself. */
  why: string;
  /** Edits that wait to be sent. */
  waiting: number;
  /** True for a while after it came back. */
  back: boolean;
}

/** Whether the server is away, and how much waits for it. */
export const useConnection = create<Away>(() => ({ since: null, why: '', waiting: 0, back: false }));

const every = 1500;
let watching: Promise<boolean> | null = null;

const answers = () =>
  fetch('/api/health', { cache: 'no-store' }).then(
    (r) => r.ok,
    () => false,
  );

/**
 * Waits until the server answers again; true where it was found away meanwhile. The first who notices begins to ask;
 * the
 * others wait along.
 */
export function whenReachable(why = ''): Promise<boolean> {
  if (!useConnection.getState().since) useConnection.setState({ since: new Date(), why, back: false });
  watching ??= (async () => {
    let missed = 0;
    await new Promise((r) => setTimeout(r, every));
    while (!(await answers())) {
      missed++;
      await new Promise((r) => setTimeout(r, every));
    }
    watching = null;
    useConnection.setState({ since: null, why: '', back: true });
    setTimeout(() => useConnection.setState({ back: false }), 5000);
    return missed > 0;
  })();
  return watching;
}

/** Counts what waits while it is done. */
export async function countPending<T>(work: () => Promise<T>): Promise<T> {
  useConnection.setState((s) => ({ waiting: s.waiting + 1 }));
  try {
    return await work();
  } finally {
    useConnection.setState((s) => ({ waiting: s.waiting - 1 }));
  }
}

// What waits lives in this window alone: closing it is asked about.
addEventListener('beforeunload', (e) => {
  const { since, waiting } = useConnection.getState();
  if (since && waiting > 0) e.preventDefault();
});
