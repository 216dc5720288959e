import sharp from 'sharp';

/*
 * The one way to libvips on the server. A picture is decoded by what its bytes are, not by its name: loaders of text formats
 * would carry out what stands behind a picture's name. SVG from memory stays, for the outlines that Fabrica makes itself.
 */
sharp.concurrency(1);
sharp.cache(false);
sharp.block({ operation: ['VipsForeignLoadSvgFile', 'VipsForeignLoadVipsFile'] });

export type { OverlayOptions, Sharp } from 'sharp';
export default sharp;
