import { expect, it } from 'vitest';
import { photoUrl } from './photoUrl';

it('asks for the smallest width that is enough, and for the photo itself where none is', () => {
  const photo = { id: 'x', width: 1500, widths: [160, 320, 640, 1280, 1500] };
  expect(photoUrl(photo, 100)).toBe('/iiif/x/full/160,/0/default.jpg');
  expect(photoUrl(photo, 640)).toBe('/iiif/x/full/640,/0/default.jpg');
  expect(photoUrl(photo, 641)).toBe('/iiif/x/full/1280,/0/default.jpg');
  expect(photoUrl(photo, 1281)).toBe('/iiif/x/full/max/0/default.jpg');
  expect(photoUrl(photo, 9000)).toBe('/iiif/x/full/max/0/default.jpg');
});
