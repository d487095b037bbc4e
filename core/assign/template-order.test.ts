/** The order of templates in lists. */
import { inTemplateOrder, movedInOrder } from './index.js';

const some = ['Summer', 'Autumn', 'Winter'].map((name) => ({ code: name.toLowerCase(), name }));
const codes = (order?: readonly string[]): string[] => inTemplateOrder(some, order).map(({ code }) => code);

test('by hand, then by name; what is gone does not count', () => {
  expect(codes()).toEqual(['autumn', 'summer', 'winter']);
  expect(codes(['winter', 'gone'])).toEqual(['winter', 'autumn', 'summer']);
});

test('one is moved in front of another, or last', () => {
  expect(movedInOrder(inTemplateOrder(some), 'winter', 'autumn')).toEqual(['winter', 'autumn', 'summer']);
  expect(movedInOrder(inTemplateOrder(some), 'autumn', null)).toEqual(['summer', 'winter', 'autumn']);
});
