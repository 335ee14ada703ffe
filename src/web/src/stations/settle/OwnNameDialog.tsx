import { useState } from 'react';
import type { Photo } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Labelled, TextInput } from '../../ui/TextInput';
import { useRecord } from './useRecord';
import { texts } from '../../texts';

/** Asks for the speaker's name, which one's own photos are credited with. */
export function OwnNameDialog({ photo, onClose }: { photo: Photo; onClose(): void }) {
  const { own } = useRecord(photo.id);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState('');
  const save = async () => {
    const written = name.trim();
    if (written === '') return setProblem(texts.settle.writeTheNameThatThe);
    if ((await edit({ kind: 'set-speaker', speaker: written })) && (await own(written))) onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title={texts.settle.whosePhotoIsIt}
      description={texts.settle.yourOwnPhotosAreCredited}
    >
      <form
        className="mt-4 flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <Labelled label={texts.settle.yourName} problem={problem}>
          <TextInput
            autoFocus
            value={name}
            maxLength={rules().longestTitle}
            onChange={(e) => setName(e.target.value)}
          />
        </Labelled>
        <div className="flex justify-end gap-5">
          <Button kind="verb" onClick={onClose}>
            {texts.settle.cancel}
          </Button>
          <Button kind="solid" type="submit">
            {texts.settle.itIsMyOwnPhoto}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
