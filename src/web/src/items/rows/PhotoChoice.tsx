import { usePhotos } from '../../deck/store';
import { Select } from '../../ui/Select';
import { rowsTexts } from './texts';

/** One of the photos of the talk, or none. */
export function PhotoChoice({
  label = rowsTexts.cutOutOf,
  value,
  onChoose,
}: {
  label?: string;
  value: string | null | undefined;
  onChoose(photoId: string): void;
}) {
  const photos = Object.values(usePhotos());
  return (
    <Select
      dark
      label={label}
      value={value ?? ''}
      options={[
        ['', rowsTexts.noPhoto],
        ...photos.map((p): [string, string] => [p.id, p.title ? `“${p.title}”` : rowsTexts.untitled]),
      ]}
      onChoose={onChoose}
    />
  );
}
