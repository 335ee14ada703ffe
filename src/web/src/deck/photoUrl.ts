import type { Photo } from '../api/types';

/**
 * The address of a whole photo, at least as many pixels wide as asked, as far as it has them. The widths that are
 * kept ready come with the photo.
 */
export function photoUrl(
  photo: Pick<Photo, 'id' | 'width' | 'widths'>,
  wanted: number,
  treatment?: string | null,
): string {
  const width = photo.widths.find((w) => w >= wanted) ?? photo.width;
  const source = treatment ? `${photo.id}~${treatment}` : photo.id;
  return `/iiif/${source}/full/${width === photo.width ? 'max' : `${width},`}/0/default.jpg`;
}
