import { useForm } from 'react-hook-form';
import type { Photo } from '../../api/types';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Labelled, Line, Lines } from '../../ui/Line';
import { useRecord } from './useRecord';

interface Permission {
  from: string;
  on: string;
  words: string;
  file: FileList | null;
}

/** Records a permission for a photo, with the file that shows it. What is missing in it is said by the server. */
export function PermissionDialog({ photo, onClose }: { photo: Photo | null; onClose(): void }) {
  const { permit } = useRecord(photo?.id ?? '');
  const { register, handleSubmit } = useForm<Permission>({
    defaultValues: { from: photo?.maker ?? '', on: new Date().toISOString().slice(0, 10), words: '', file: null },
  });
  const send = async ({ from, on, words, file }: Permission) => {
    if (await permit(from, on, words, file?.[0] ?? null)) onClose();
  };
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
      <form className="mt-4 flex flex-col gap-4" onSubmit={(e) => void handleSubmit(send)(e)}>
        <Labelled label="Who gave it">
          <Line {...register('from')} />
        </Labelled>
        <Labelled label="When">
          <Line type="date" className="scheme-dark" {...register('on')} />
        </Labelled>
        <Labelled label="What they allowed, in their words">
          <Lines rows={3} {...register('words')} />
        </Labelled>
        <Labelled label="A file that shows it, such as the letter">
          <Line type="file" {...register('file')} />
        </Labelled>
        <div className="flex justify-end gap-5">
          <Button kind="verb" onClick={onClose}>
            Cancel
          </Button>
          <Button kind="solid" type="submit">
            Record the permission
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
