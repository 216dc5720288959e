import { bandPlaces } from './bandPlaces';

const rows = [0, 1, 2].map((index) => ({ index, start: index * 100, end: index * 100 + 90 }));
const sheet = { columns: 3, width: 300, total: 8 };

test.each([
  ['within one picture', { left: 10, right: 50, top: 10, bottom: 50 }, [0]],
  ['over two columns and two rows', { left: 120, right: 250, top: 50, bottom: 150 }, [1, 2, 4, 5]],
  ['past the last picture', { left: 0, right: 900, top: 210, bottom: 900 }, [6, 7]],
  ['in the gap between two rows', { left: 0, right: 300, top: 92, bottom: 98 }, []],
  ['beyond the left edge', { left: -50, right: 20, top: 0, bottom: 10 }, [0]],
])('a band %s', (_, band, places) => expect(bandPlaces(band, rows, sheet)).toEqual(places));
