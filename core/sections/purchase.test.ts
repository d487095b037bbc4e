import { NO_BUYER, settle, toldIn, type CartLine, type DeliveryMethod } from '../commerce/index.js';
import { makeFacts, nobodyIn, type Facts } from '../facts/index.js';
import type { FormState } from '../kinds/index.js';
import { section } from '../tests/designs.js';
import { NO_FACTS, orderOf } from '../tests/facts.js';
import { HOME, render } from '../tests/pages.js';
import { lineOf } from '../tests/shown.js';

describe('cart and checkout', () => {
  const METHODS: DeliveryMethod[] = [
    { code: 'post', name: 'By post', prices: { IE: 450, DE: 980 } },
    { code: 'courier', name: 'Courier', prices: { IE: 900 } },
  ];
  const BUYER = {
    ...NO_BUYER,
    email: 'm@a.example',
    name: 'Mara <Q>',
    street: 'Quay 1',
    postcode: '1',
    city: 'Brakenau',
  };
  const factsOf = (lines: readonly CartLine[], country = '', delivery = ''): Facts => ({
    ...makeFacts({
      ...nobodyIn({ currency: 'EUR', methods: METHODS, country: 'IE' }),
      cart: { lines, attempt: 'a-1', buyer: { ...BUYER, country }, delivery },
    }),
  });
  /** The html of the sections on a page of a kind. */
  const on = (kind: 'cart' | 'checkout' | 'thank-you', kinds: readonly string[], facts: Facts, form?: FormState) =>
    render(
      kinds.map((name, i) => section(`s${i}`, name)),
      {
        page: { ...HOME, code: kind, kind, path: `/${kind}` },
        facts,
        answer: (need) => (need.type === 'path' ? `/${need.page}` : undefined),
        ...(form && { form }),
      },
    );
  const lines = [
    lineOf({ quantity: 2, options: '1.8 m' }),
    lineOf({ product: 'K-2', title: 'Reel & co', price: 100, picture: null }),
  ];

  test('the facts follow lines, country and choice; a delivery method that does not go there is as good as not chosen', () => {
    expect(factsOf(lines)).toMatchObject({
      'cart-count': 3,
      buyer: { country: 'IE', countries: ['IE', 'DE'] },
      delivery: { chosen: null, gone: null, offers: [{ code: 'post', price: 450 }, { code: 'courier' }] },
      totals: { subtotal: 8500, saving: 0, delivery: null, total: 8500 },
    });
    expect(factsOf(lines, 'DE', 'post').totals).toEqual({ subtotal: 8500, saving: 0, delivery: 980, total: 9480 });
    expect(factsOf(lines, 'DE', 'courier')).toMatchObject({
      delivery: { chosen: null, gone: 'Courier', offers: [{ code: 'post' }] },
      totals: { delivery: null, total: 8500 },
    });
    expect(factsOf([], 'XX').delivery.offers).toEqual([]);
  });

  test('the badge says how much there is, in words too; the button to the checkout comes with the first thing', () => {
    const shown = (facts: Facts) => on('cart', ['cart-link', 'checkout-button'], facts);
    expect(shown(factsOf(lines))).toContain(
      'Cart <span class="badge-count" aria-hidden="true">3</span><span class="hidden-words">, 3 items</span></a>',
    );
    expect(shown(factsOf(lines))).toContain('<a class="button" href="/checkout">Checkout</a>');
    const empty = shown(NO_FACTS);
    expect(empty).toContain('<a class="badge" href="/cart">Cart</a>');
    // Its place stays, since it may come while the page is open.
    expect(empty).toMatch(
      /<div hidden class="frame [^"]*k-checkout-button" id="s-s1"><div class="frame-in"><\/div><\/div>/,
    );
  });

  test('a line has its own form, named for those who do not see it; what was refused keeps what was typed', () => {
    const html = on('cart', ['cart-lines', 'totals'], factsOf(lines));
    expect(html).toContain('aria-label="Remove: Reel &amp; co"');
    expect(html).toContain('€84.00<span class="quiet">€42.00 each</span>');
    expect(html).toMatch(/<dt>Delivery<\/dt><dd>not chosen yet<\/dd>.*<dt>Total<\/dt><dd>€85\.00<\/dd>/);
    const form = { section: 's0', typed: { product: 'K-2', variant: 'a', quantity: '50' }, refused: 'Only <3>.' };
    const refused = on('cart', ['cart-lines'], factsOf(lines), form);
    expect(refused.match(/ value="\d+" inputmode/g)).toEqual([' value="2" inputmode', ' value="50" inputmode']);
    expect(refused).toContain('<p class="form-refused" role="alert">Only &lt;3&gt;.</p>');
    expect(on('cart', ['cart-lines'], NO_FACTS)).toContain('Your cart is empty.');
  });

  test('fields of the checkout name its one form wherever they stand; a name and an id for each copy', () => {
    const html = on(
      'checkout',
      [
        'buyer',
        'delivery-address',
        'delivery-choice',
        'delivery-choice',
        'payment-choice',
        'your-order',
        'order-button',
      ],
      factsOf(lines, 'DE', 'courier'),
    );
    expect(html.match(/<form id="checkout"/g)).toHaveLength(1);
    const inputs = [...html.matchAll(/<(?:input|select|button)[^>]*>/g)].map(([tag]) => tag);
    expect(inputs.filter((tag) => !tag.includes('form="checkout"'))).toEqual([]);
    expect(inputs.filter((tag) => tag.includes(':delivery"') && tag.includes('radio'))).toHaveLength(2);
    const ids = [...html.matchAll(/ id="([^"]+)"/g)].map((found) => found[1]);
    expect(new Set(ids).size).toBe(ids.length);
    expect(html).toContain('<option value="DE" selected>Germany</option>');
    expect(html.match(/role="status">“Courier” does not go to Germany\. Please choose another\./g)).toHaveLength(2);
    expect(html).toContain('<meta name="robots" content="noindex">');
    expect(html).toContain('<meta name="description" content="Windrow · Windrow">');
    expect(html).toContain('value="Mara &lt;Q&gt;"');
    expect(html).toContain('<input type="hidden" form="checkout" name="attempt" value="a-1">');
    // What it charges for, by name: another price, choice or quantity is another one, and stock is none of it.
    const seen = (facts: Facts) =>
      /name="seen" value="([0-9a-f]{24})"/.exec(on('checkout', ['order-button'], facts))?.[1];
    const usual = seen(factsOf(lines, 'DE', 'post'));
    expect(usual).toBe(
      seen(
        factsOf(
          lines.map((line) => ({ ...line, stock: 1, picture: null })),
          'DE',
          'post',
        ),
      ),
    );
    const others = [
      factsOf(lines, 'IE', 'post'),
      factsOf(lines, 'DE', ''),
      factsOf(lines.slice(1), 'DE', 'post'),
      ...[{ price: 4201 }, { quantity: 3 }, { title: 'Other' }, { options: '2 m' }].map((own) =>
        factsOf([{ ...(lines[0] as CartLine), ...own }, ...lines.slice(1)], 'DE', 'post'),
      ),
    ].map(seen);
    expect(new Set([usual, ...others]).size).toBe(others.length + 1);
    expect(on('checkout', ['order-button'], NO_FACTS)).toMatch(/value="order" disabled>/);
  });

  test('what is wrong stands at its field, and is tied to it', () => {
    const form = {
      section: '',
      typed: { email: 'nobody', country: 'IE' },
      errors: { email: 'A <email>.', delivery: 'Choose.' },
      refused: 'Look.',
    };
    const html = on(
      'checkout',
      ['buyer', 'delivery-address', 'delivery-choice', 'order-button'],
      factsOf(lines, 'DE'),
      form,
    );
    expect(html).toMatch(/value="nobody"[^>]* aria-invalid="true" aria-describedby="s-s0:email-error"/);
    expect(html).toContain('<p class="field-error" id="s-s0:email-error">A &lt;email&gt;.</p>');
    expect(html).toContain('<p class="field-error" id="s-s2:delivery-error">Choose.</p>');
    expect(html).toContain('<option value="IE" selected>Ireland</option>');
    expect(html.match(/Look\./g)).toHaveLength(1);
  });

  test('the thank-you page shows the order, and says so where there is none', () => {
    const order = orderOf(lines, { ...BUYER, country: 'DE' });
    const html = on('thank-you', ['thanks', 'order-lines'], { ...NO_FACTS, order });
    expect(html).toContain('<h1>Thank you, Mara &lt;Q&gt;</h1>');
    expect(html).toMatch(/number is 1001.*2 × Gannet, 1\.8 m.*€94\.80.*Brakenau<br>Germany/s);
    expect(on('thank-you', ['thanks', 'order-lines'], NO_FACTS)).toContain('This order cannot be found.');
  });
});

describe('the form of the checkout as it was sent', () => {
  const METHODS = [{ code: 'post', name: 'By post', prices: { IE: 450 } }];

  test('of two copies of a field the one that was changed counts', () => {
    const sent = (a: string, b: string) => ({
      'a:country': a,
      'a:was.country': 'IE',
      'b~c:country': b,
      'b~c:was.country': 'IE',
    });
    expect([sent('IE', 'DE'), sent('FR', 'IE'), sent('IE', 'IE')].map((one) => toldIn(one)['country'])).toEqual([
      'DE',
      'FR',
      'IE',
    ]);
    expect(
      toldIn({ 'x:name': `  ${'n'.repeat(300)} `, plain: 'x', 'x:__proto__': 'y', 'x:was.email': 'z', 'x:admin': 'q' }),
    ).toEqual({
      name: 'n'.repeat(200),
    });
  });

  test('a text that is too long is cut between characters', () => {
    const name = toldIn({ 'x:name': `${'n'.repeat(199)}🪁🪁` })['name'];
    expect([name, [...(name ?? '')].length]).toEqual([`${'n'.repeat(199)}🪁`, 200]);
  });

  test('an order needs everything; what is wrong is said by field', () => {
    const right = {
      email: 'm@a.example',
      name: 'M',
      street: 'Q 1',
      postcode: '1',
      city: 'K',
      country: 'IE',
      delivery: 'post',
    };
    expect(settle(right, METHODS)).toMatchObject({
      settled: { delivery: 'post', payment: 'bank-transfer', buyer: { name: 'M' } },
    });
    expect(settle({}, METHODS)).toEqual({
      errors: Object.fromEntries([
        ...['email', 'name', 'street', 'postcode', 'city', 'country'].map((field) => [field, 'field-needed']),
        ['delivery', 'choose-delivery'],
      ]),
    });
    expect(settle({ ...right, email: 'nobody', delivery: 'rocket', payment: 'gold' }, METHODS)).toEqual({
      errors: { email: 'email-wrong', delivery: 'choose-delivery', payment: 'field-needed' },
    });
    expect(settle({ ...right, country: 'constructor' }, METHODS)).toEqual({
      errors: { country: 'no-delivery-method' },
    });
  });
});
