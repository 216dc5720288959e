import type { PhotoView } from '../set/view';

/** "kt26-0408.jpg + raw": a picture with the files that are written with it. */
export const writtenTo = ({ name, besides }: Pick<PhotoView, 'name' | 'besides'>): string =>
  besides ? `${name} ${besides}` : name;
