// The widths that the server keeps ready.
const ladder = [160, 320, 480, 640, 960, 1280, 1920, 2560, 3840];

/** The address of a whole photo, at least as many pixels wide as asked, as far as it has them. */
export function photoUrl(id: string, photoWidth: number, wanted: number): string {
  const width = ladder.find((w) => w >= wanted);
  return width === undefined || width >= photoWidth
    ? `/iiif/${id}/full/max/0/default.jpg`
    : `/iiif/${id}/full/${width},/0/default.jpg`;
}
