import path from 'node:path';
import phash from 'sharp-phash';
import { type Report, reportOn } from '../../../core/readout/report';
import { sourceOf, withFile } from '../../files/source';
import sharp, { withChecked } from '../../rendering/decoder';

/** Everything that a file states, with the identity of its picture data. */
export const reportOfFile = (file: string): Promise<Report> =>
  withFile(file, (one, stat) =>
    reportOn(sourceOf(one, stat.size), path.basename(file), { withIdentity: true }),
  );

const HASHED_SIDE = 256;

/** A perceptual hash of a picture: 64 binary digits. Throws where it cannot be decoded. */
export const lookOfFile = (file: string): Promise<string> =>
  withChecked(file, async (input) => {
    const small = await sharp(input)
      .resize(HASHED_SIDE, HASHED_SIDE, { fit: 'fill' })
      .removeAlpha()
      .png()
      .toBuffer();
    return phash(small);
  });
