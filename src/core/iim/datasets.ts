/**
 * DataSets of IIM 4.2, records 1 and 2: name, kind, length in bytes, repeatability (chapters 5 and 6).
 * Checked against libexiv2's table in tests/oracles.
 */
export interface DataSetRow {
  readonly name: string;
  readonly kind: 'text' | 'digits' | 'date' | 'time' | 'binary';
  readonly min: number;
  readonly max: number;
  readonly repeatable: boolean;
}

type Short = readonly [number, string, DataSetRow['kind'], number, number, boolean];

const record1: readonly Short[] = [
  [0, 'Model Version', 'binary', 2, 2, false],
  [5, 'Destination', 'text', 0, 1024, true],
  [20, 'File Format', 'binary', 2, 2, false],
  [22, 'File Format Version', 'binary', 2, 2, false],
  [30, 'Service Identifier', 'text', 0, 10, false],
  [40, 'Envelope Number', 'digits', 8, 8, false],
  [50, 'Product I.D.', 'text', 0, 32, true],
  [60, 'Envelope Priority', 'digits', 1, 1, false],
  [70, 'Date Sent', 'date', 8, 8, false],
  [80, 'Time Sent', 'time', 11, 11, false],
  [90, 'Coded Character Set', 'binary', 0, 32, false],
  [100, 'UNO', 'text', 14, 80, false],
  [120, 'ARM Identifier', 'binary', 2, 2, false],
  [122, 'ARM Version', 'binary', 2, 2, false],
];

const record2: readonly Short[] = [
  [0, 'Record Version', 'binary', 2, 2, false],
  [3, 'Object Type Reference', 'text', 3, 67, false],
  [4, 'Object Attribute Reference', 'text', 4, 68, true],
  [5, 'Object Name', 'text', 0, 64, false],
  [7, 'Edit Status', 'text', 0, 64, false],
  [8, 'Editorial Update', 'digits', 2, 2, false],
  [10, 'Urgency', 'digits', 1, 1, false],
  [12, 'Subject Reference', 'text', 13, 236, true],
  [15, 'Category', 'text', 0, 3, false],
  [20, 'Supplemental Category', 'text', 0, 32, true],
  [22, 'Fixture Identifier', 'text', 0, 32, false],
  [25, 'Keywords', 'text', 0, 64, true],
  [26, 'Content Location Code', 'text', 3, 3, true],
  [27, 'Content Location Name', 'text', 0, 64, true],
  [30, 'Release Date', 'date', 8, 8, false],
  [35, 'Release Time', 'time', 11, 11, false],
  [37, 'Expiration Date', 'date', 8, 8, false],
  [38, 'Expiration Time', 'time', 11, 11, false],
  [40, 'Special Instructions', 'text', 0, 256, false],
  [42, 'Action Advised', 'digits', 2, 2, false],
  [45, 'Reference Service', 'text', 0, 10, true],
  [47, 'Reference Date', 'date', 8, 8, true],
  [50, 'Reference Number', 'digits', 8, 8, true],
  [55, 'Date Created', 'date', 8, 8, false],
  [60, 'Time Created', 'time', 11, 11, false],
  [62, 'Digital Creation Date', 'date', 8, 8, false],
  [63, 'Digital Creation Time', 'time', 11, 11, false],
  [65, 'Originating Program', 'text', 0, 32, false],
  [70, 'Program Version', 'text', 0, 10, false],
  [75, 'Object Cycle', 'text', 1, 1, false],
  [80, 'By-line', 'text', 0, 32, true],
  [85, 'By-line Title', 'text', 0, 32, true],
  [90, 'City', 'text', 0, 32, false],
  [92, 'Sub-location', 'text', 0, 32, false],
  [95, 'Province/State', 'text', 0, 32, false],
  [100, 'Country/Primary Location Code', 'text', 3, 3, false],
  [101, 'Country/Primary Location Name', 'text', 0, 64, false],
  [103, 'Original Transmission Reference', 'text', 0, 32, false],
  [105, 'Headline', 'text', 0, 256, false],
  [110, 'Credit', 'text', 0, 32, false],
  [115, 'Source', 'text', 0, 32, false],
  [116, 'Copyright Notice', 'text', 0, 128, false],
  [118, 'Contact', 'text', 0, 128, true],
  [120, 'Caption/Abstract', 'text', 0, 2000, false],
  [122, 'Writer/Editor', 'text', 0, 32, true],
  [125, 'Rasterized Caption', 'binary', 7360, 7360, false],
  [130, 'Image Type', 'text', 2, 2, false],
  [131, 'Image Orientation', 'text', 1, 1, false],
  [135, 'Language Identifier', 'text', 2, 3, false],
  [150, 'Audio Type', 'text', 2, 2, false],
  [151, 'Audio Sampling Rate', 'digits', 6, 6, false],
  [152, 'Audio Sampling Resolution', 'digits', 2, 2, false],
  [153, 'Audio Duration', 'digits', 6, 6, false],
  [154, 'Audio Outcue', 'text', 0, 64, false],
  [200, 'ObjectData Preview File Format', 'binary', 2, 2, false],
  [201, 'ObjectData Preview File Format Version', 'binary', 2, 2, false],
  [202, 'ObjectData Preview Data', 'binary', 0, 256_000, false],
];

const table = new Map<string, DataSetRow>();
for (const [record, list] of [
  [1, record1],
  [2, record2],
] as const) {
  for (const [dataset, name, kind, min, max, repeatable] of list) {
    table.set(`${record}:${dataset}`, { name, kind, min, max, repeatable });
  }
}

/** Line feeds are in captions alone: every other text is of graphic characters and spaces (IIM 4.2, 6; from memory). */
export function allowsLineFeeds(record: number, dataset: number): boolean {
  return record === 2 && dataset === 120;
}

/** The row of a DataSet, or undefined where the standard does not define it. */
export function dataSetRow(record: number, dataset: number): DataSetRow | undefined {
  return table.get(`${record}:${dataset}`);
}

/** All DataSets that are known by name (IIM 4.2, 5 and 6). */
export function allDataSets(): readonly (DataSetRow & { record: number; dataset: number })[] {
  return [...table].map(([key, row]) => {
    const [record = 0, dataset = 0] = key.split(':').map(Number);
    return { ...row, record, dataset };
  });
}
