import { queryPairs, queryText, readQuery, SEVERAL } from './query.js';

test.each([
  ['page=2', { page: '2' }, '?page=2'],
  // The first page is the page itself, however it is asked for.
  ['page=1', {}, ''],
  ['page=01&page=3', {}, ''],
  ['page=2&page=3', { page: '2' }, '?page=2'],
  ['page=x', {}, ''],
  ['page=0', {}, ''],
  ['words=red+kite&other=1', { words: 'red kite' }, '?words=red%20kite'],
])('%s is read as %j', (sent, values, text) => {
  const read = readQuery(['page', 'words'], new URLSearchParams(sent));
  expect([read, queryText(read)]).toEqual([values, text]);
});

test('an address holds the pairs of a query, each filter by itself, in the order of the names', () => {
  const values = { words: 'rød & 🪁', page: undefined, sort: '-price', filter: ['brand:b&w', 'price:1'].join(SEVERAL) };
  expect([...new URLSearchParams(queryText(values))]).toEqual(queryPairs(values));
  expect(queryPairs(values).map(([name]) => name)).toEqual(['filter', 'filter', 'sort', 'words']);
  expect(queryText({ page: undefined })).toBe('');
});
