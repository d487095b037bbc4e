/** The sections of a product: what it is, what it costs, and taking it. */
import { product } from '../tests/answers.js';
import { section } from '../tests/designs.js';
import { lineOf, show } from '../tests/shown.js';

describe('buy-form', () => {
  test('offers every option, and those that are sold out cannot be chosen', () => {
    const html = show([section('b', 'buy-form')]);
    expect(html).toContain(
      '<select id="s-b:option-0" name="option.Span"><option value="1.8 m">1.8 m</option><option value="2.4 m" disabled>2.4 m – sold out</option></select>',
    );
    expect(html).toContain('name="product" value="K-1"');
    expect(html).toContain('<label for="s-b:quantity">');
  });

  test('two on one page do not share the ids of their inputs', () => {
    const ids = [...show([section('b', 'buy-form'), section('c', 'buy-form')]).matchAll(/ id="([^"]+)"/g)].map(
      (found) => found[1],
    );
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('says what is in the cart of this product, and why something was refused', () => {
    const line = lineOf({ options: '1.8 m, Teal', quantity: 2 });
    const html = show([section('b', 'buy-form')], {
      cart: [line, { ...line, product: 'K-9', options: 'other' }],
      form: { section: 'b', typed: {}, refused: 'Only <3> left.' },
    });
    expect(html).toContain('<p class="buy-done" role="status">In your cart: 2 × 1.8 m, Teal <a >Cart</a></p>');
    expect(html).toContain('<p class="buy-refused" role="alert">Only &lt;3&gt; left.</p>');
    expect(html).not.toContain('other');
  });

  test('has no button for what is sold out', () => {
    const none = product.variants.map((variant) => ({ ...variant, stock: 0 }));
    const html = show([section('b', 'buy-form', { soldOut: 'Back in spring' })], { product: { variants: none } });
    expect(html).toContain('Back in spring');
    expect(html).not.toContain('<button');
  });

  test('leaves the quantity out if that is set', () => {
    expect(show([section('b', 'buy-form', { quantity: false })])).not.toContain('name="quantity"');
  });
});

describe('product sections', () => {
  test('price shows the lowest, that there are others, and what it was', () => {
    expect(show([section('p', 'price')])).toContain('from €42.00</span> <s class="amount was">€50.00</s>');
    const one = show([section('p', 'price', { note: '', size: 'large' })], {
      product: { variants: product.variants.slice(1) },
    });
    expect(one).toContain('<p class="price price-large"><span class="amount">€59.00</span></p>');
    expect(one).not.toContain('price-note');
  });

  test('pictures: the first at once, the others when they are near, none said in words', () => {
    const html = show([section('p', 'product-pictures')]);
    expect(html.match(/<img/g)).toHaveLength(3);
    expect(html.match(/fetchpriority="high"/g)).toHaveLength(1);
    expect(html.match(/loading="lazy"/g)).toHaveLength(2);
    expect(html).toContain('alt="Closest"');
    expect(show([section('p', 'product-pictures', { others: 'none' })]).match(/<img/g)).toHaveLength(1);
    expect(show([section('p', 'product-pictures')], { product: { pictures: [] } })).toContain('No picture yet');
  });

  test('summary shows what is wanted, cleaned', () => {
    const html = show([section('s', 'product-title', { description: true })]);
    expect(html).toContain('<h1 class="intro-title">Gannet &amp; friend</h1>');
    expect(html).toContain('<p>Soars late.</p>');
    const bare = show([section('s', 'product-title', { brand: false, summary: false })]);
    expect(bare).not.toMatch(/Skerry Lines|Lifts early/);
  });

  test.each([
    [{ part: 'lead' }, '<p>One</p>'],
    [{ part: 'rest' }, '<p>Two</p><p>Three</p>'],
    [{ part: 'nth', number: 3 }, '<p>Three</p>'],
    [{ part: 'all' }, '<p>One</p><p>Two</p><p>Three</p>'],
    [{ part: 'nth', number: 4 }, null],
    [{ part: 'lead', text: '<p>Own</p>' }, '<p>Own</p>'],
    [{ part: 'rest', text: '<p>Own</p>' }, null],
  ])('a part of the text: %j', (values, shown) => {
    const description = '<p>One</p><wbr data-break><p>Two</p><wbr data-break><p>Three</p>';
    const html = show([section('p', 'part-of-text', values)], { product: { description } });
    if (shown === null) expect(html).not.toContain('part-normal');
    else expect(html).toContain(`<div class="prose part-normal">${shown}</div>`);
  });

  test('cards stand one heading level below what they stand under', () => {
    expect(show([section('r', 'product-row', { title: 'More' })])).toMatch(/<h2>More<\/h2>.*<h3 class="card-title">/s);
    const untitled = show([section('r', 'product-row')]);
    expect(untitled).toContain('<h2 class="card-title">');
    expect(untitled).not.toContain('<h2></h2>');
  });
});
