import type { Photo } from '../api/types';

/** Pictures that the page itself carries, by the name they are asked for; a copy of a talk has all of them. */
export const ownPictures = new Map<string, string>();

/** What plays, where the page itself carries it or is told of another address. */
export const ownClips = new Map<string, string>();

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
  const own = ownPictures.get(source);
  if (own) return own;
  return `/iiif/${source}/full/${width === photo.width ? 'max' : `${width},`}/0/default.jpg`;
}
