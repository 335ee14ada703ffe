import { api, withRetry, errorText, unwrap } from '../../api/client';
import { rules } from '../../deck/rules';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';

const atOnce = 3;

const endingOf = (f: File) => f.name.split('.').pop()!.toLowerCase();
const mayBeClip = (f: File) => rules().clipEndings.includes(endingOf(f));
const mayBePhoto = (f: File) =>
  f.type.startsWith('image/') || rules().photoEndings.includes(endingOf(f)) || mayBeClip(f);
const mostBytes = (f: File) => (mayBeClip(f) ? rules().clipBytes : rules().photoBytes);

/** Files of a drop, those inside folders included. */
export async function filesOf(transfer: DataTransfer): Promise<File[]> {
  const entries = [...transfer.items].map((i) => i.webkitGetAsEntry?.()).filter((e): e is FileSystemEntry => !!e);
  if (entries.length === 0) return [...transfer.files];
  const files: File[] = [];
  const walk = async (entry: FileSystemEntry, depth: number): Promise<void> => {
    if (entry.isFile) files.push(await new Promise<File>((ok, no) => (entry as FileSystemFileEntry).file(ok, no)));
    else if (depth < 6) {
      const reader = (entry as FileSystemDirectoryEntry).createReader();
      // A reader hands out a folder in parts until it is empty.
      for (;;) {
        const part = await new Promise<FileSystemEntry[]>((ok, no) => reader.readEntries(ok, no));
        if (part.length === 0) break;
        for (const e of part) await walk(e, depth + 1);
      }
    }
  };
  for (const e of entries) await walk(e, 0);
  return files;
}

/**
 * Sends files to be taken in for a point, a few at once. Tells what came in, what is unsettled, and what was refused
 * and why; answers how many came in.
 */
export async function uploadPhotos(
  deckId: string,
  pointId: string,
  files: File[],
  done: () => Promise<unknown>,
  camera = false,
): Promise<number> {
  const { say } = useNotices.getState();
  const fit = files.filter((f) => f.size <= mostBytes(f));
  for (const f of files.filter((f) => f.size > mostBytes(f)))
    say(texts.gather.isLargerThanMbBring(f.name, mostBytes(f) / 1024 / 1024), 'refused');
  const photos = fit.filter((f) => mayBePhoto(f));
  const left = fit.length - photos.length;
  if (photos.length === 0) {
    if (fit.length > 0) say(texts.gather.thereIsNoPhotoAmong(rules().takes), 'refused');
    return 0;
  }
  let taken = 0;
  const flagged: string[] = [];
  const queue = [...photos];
  const work = async () => {
    for (let file = queue.shift(); file; file = queue.shift()) {
      try {
        const sent = file;
        const brought = await withRetry(() =>
          unwrap(
            api.POST('/api/decks/{id}/points/{pointId}/files', {
              params: { path: { id: deckId, pointId }, query: { name: sent.name || 'pasted picture', camera } },
              headers: { 'Content-Type': 'application/octet-stream' },
              body: sent as unknown as string,
              bodySerializer: (b: unknown) => b as Blob,
            }),
          ),
        );
        taken++;
        if (brought.flag) flagged.push(brought.name);
      } catch (error) {
        say(errorText(error), 'refused');
      }
    }
  };
  await Promise.all(Array.from({ length: atOnce }, work));
  await done();
  if (taken === 0) return 0;
  const parts = [
    texts.gather.takenIn(taken === 1 ? 'One photo' : `${taken} photos`),
    flagged.length > 0 && texts.gather.somethingToSettle(flagged.length === 1 ? 'One has' : `${flagged.length} have`),
    left > 0 && texts.gather.noPhotoAndStayedOutside(left === 1 ? 'One file is' : `${left} files are`),
  ];
  say(parts.filter(Boolean).join(' '));
  return taken;
}
