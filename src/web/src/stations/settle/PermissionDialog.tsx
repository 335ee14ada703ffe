import { useState } from 'react';
import type { Photo } from '../../api/types';
import { Dialog } from '../../desk/Dialog';
import { useRecord } from './useRecord';

const line = 'mt-1 w-full border-b border-line bg-transparent pb-1 outline-none focus:border-verdigris';

/** Records a permission for a photo, with the file that shows it. */
export function PermissionDialog({ photo, onClose }: { photo: Photo | null; onClose(): void }) {
  const { permit } = useRecord(photo?.id ?? '');
  const [from, setFrom] = useState(photo?.maker ?? '');
  const [on, setOn] = useState(() => new Date().toISOString().slice(0, 10));
  const [words, setWords] = useState('');
  const [file, setFile] = useState<File | null>(null);
  return (
    <Dialog
      open={photo !== null}
      onOpenChange={onClose}
      title={photo?.mayPlace ? 'Record a permission' : 'This photo is not openly licensed'}
      description={
        photo?.mayPlace
          ? 'What the rights holder allowed goes before the licence.'
          : "It can be placed once the maker's permission is recorded. Otherwise choose another."
      }
    >
      <form
        className="mt-4 flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void permit(from, on, words, file).then((done) => done && onClose());
        }}
      >
        <label>
          <span className="text-quiet">Who gave it</span>
          <input className={line} value={from} onChange={(e) => setFrom(e.target.value)} />
        </label>
        <label>
          <span className="text-quiet">When</span>
          <input type="date" className={`${line} scheme-dark`} value={on} onChange={(e) => setOn(e.target.value)} />
        </label>
        <label>
          <span className="text-quiet">What they allowed, in their words</span>
          <textarea rows={3} className={line} value={words} onChange={(e) => setWords(e.target.value)} />
        </label>
        <label>
          <span className="text-quiet">A file that shows it, such as the letter</span>
          <input type="file" className={line} onChange={(e) => setFile(e.target.files?.[0] ?? null)} />
        </label>
        <div className="flex justify-end gap-5">
          <button type="button" className="verb" onClick={onClose}>
            Leave it
          </button>
          <button className="rounded-sm bg-verdigris px-4 py-1.5 font-medium text-black">Record the permission</button>
        </div>
      </form>
    </Dialog>
  );
}
