import { identityOfFile, sampleOfFile } from './knownContent';
import { readPhotoFile } from './readPhotoFile';

/** What a file's picture data is known by: cheaply (contentSample), and by all of it (contentIdentity). */
export async function contentOfFile(file: string): Promise<{ sample: string; identity: string }> {
  const read = await readPhotoFile(file);
  return { sample: await sampleOfFile(file, read), identity: await identityOfFile(file, read) };
}
