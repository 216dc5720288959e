import { namespaces } from '../catalogue/namespaces';
import { member, property, type XmpModel } from '../xmp/model';
import { textOfValue } from '../xmp/values';

/** How a file names itself, and the files it was made from. */
export interface Lineage {
  readonly documentId?: string;
  /** Of its original and of the file that it was derived from. */
  readonly origins?: readonly string[];
}

const RESOURCE_REF = 'http://ns.adobe.com/xap/1.0/sType/ResourceRef#';
const NOTHING = /^[0:-]*$/;

/** What XMP Media Management says of a file's descent (XMP Specification Part 2, 2.2 and 1.2.4.3 ResourceRef). */
export function lineageOf(xmp: XmpModel | undefined): Lineage {
  if (!xmp) return {};
  const own = (name: string) => textOfValue(property(xmp, namespaces.xmpMM, name));
  const from = property(xmp, namespaces.xmpMM, 'DerivedFrom');
  const derived = (name: string) =>
    from?.kind === 'struct' ? textOfValue(member(from, RESOURCE_REF, name)) : undefined;
  const documentId = named(own('DocumentID'));
  const origins = [own('OriginalDocumentID'), derived('documentID'), derived('originalDocumentID')]
    .map(named)
    .filter((one) => one !== undefined);
  return {
    ...(documentId ? { documentId } : {}),
    ...(origins.length > 0 ? { origins: [...new Set(origins)] } : {}),
  };
}

const named = (id: string | undefined) =>
  id && !NOTHING.test(id.replace(/^[a-z.:]+/i, '')) ? id : undefined;
