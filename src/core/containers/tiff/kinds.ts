import type { Kind } from '../container';

const tagged = {
  carries: { exif: 'update', xmp: 'make', xmpExtended: 'none', photoshop: 'make', iim: 'make' },
  places: {
    exif: 'tags of IFD0, Exif and GPS directory',
    xmp: 'tag 700',
    photoshop: 'tag 34377, IIM in resource 0x0404',
    iim: 'tag 33723, in step with 0x0404',
  },
} as const;

/** What a file of TIFF's structure can be. */
export const tiffKinds = {
  tiff: {
    id: 'tiff',
    mediaType: 'image/tiff',
    name: 'TIFF, BigTIFF',
    standard: 'TIFF 6.0; XMP part 3, 1.1.4',
    ...tagged,
  },
  dng: {
    id: 'dng',
    mediaType: 'image/x-adobe-dng',
    name: 'DNG',
    standard: 'TIFF 6.0; DNG 1.7',
    ...tagged,
  },
  raw: {
    id: 'raw',
    mediaType: 'image/x-raw',
    name: 'camera raw on TIFF',
    standard: 'TIFF 6.0; the rest is unpublished',
    carries: { exif: 'read', xmp: 'read', xmpExtended: 'none', photoshop: 'read', iim: 'read' },
    places: tagged.places,
  },
} as const satisfies Record<string, Kind>;
