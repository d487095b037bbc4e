import { readQuery, queryText } from './query.js';

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
