import { field, fieldIds } from '../../core/catalogue/fields';
import { namespaces } from '../../core/catalogue/namespaces';
import { questions } from '../../core/catalogue/row';
import { structures } from '../../core/catalogue/structures';

/** The catalogue: as one JSON document, or as a table. */
export function fields(json: boolean): void {
  if (json) {
    const rows = fieldIds.map((id) => {
      const { xmp, structure, question, ...row } = field(id);
      return {
        id,
        ...row,
        question: questions[question],
        ...(xmp ? { xmp: { ...xmp, namespace: namespaces[xmp.ns] } } : {}),
        ...(structure ? { members: structures[structure] } : {}),
      };
    });
    console.log(JSON.stringify({ version: 1, fields: rows, structures }, null, 2));
    return;
  }
  for (const id of fieldIds) {
    const { standardName, xmp, iim, exif } = field(id);
    const places = [
      xmp && `${xmp.ns}:${xmp.name}${xmp.member ? `/${xmp.member.ns}:${xmp.member.name}` : ''}`,
      iim && `IIM ${iim.record}:${String(iim.dataset).padStart(2, '0')}`,
      exif && `Exif ${exif.name}`,
    ];
    console.log(`${standardName.padEnd(44)} ${id.padEnd(28)} ${places.filter(Boolean).join('  ')}`);
  }
}
