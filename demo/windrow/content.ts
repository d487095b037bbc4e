/** The content pages of Windrow Kites. */
import { FORMAT, keys, type ContentDocument, type DocumentKey } from '@parlour/core/documents';
import type { PictureValue } from '@parlour/core/fields';

const page = (
  code: string,
  title: string,
  slug: string,
  description: string,
  text: string,
  more: Partial<ContentDocument> = {},
): [DocumentKey, ContentDocument] => [
  keys.content(code),
  { format: FORMAT, type: 'content', title, slug, description, text, ...more },
];

export const windrowContent = (
  picture: (file: string, alt: string) => PictureValue,
): readonly [DocumentKey, ContentDocument][] => [
  page(
    'about',
    'The workshop',
    'workshop',
    'Three people, two tables and a window to the sea.',
    '<p>Windrow began in 2009 under the roof of a net store on the quay at Ternhythe. Maren cut sails for boats that no longer went out; the offcuts were too good to burn.</p><wbr data-break><h2>How a kite is made</h2><p>Cloth is cut with a hot knife, so that the edge cannot fray. Spars are weighed in pairs. Every kite is flown once before it is sold, and the one who flew it signs the spine.</p><h2>Come by</h2><p>The door is open on Saturdays from ten to four. Bring the kite that gave up; it rarely has.</p>',
  ),
  page(
    'contact',
    'Contact us',
    'contact',
    'The door, the post and the telephone.',
    '<p>Quay Street 4, Ternhythe. The blue door; knock hard, the sewing machine is loud.</p><wbr data-break><h2>When we are in</h2><p>Saturdays from ten to four for everybody. On other days write first, since we may be out flying.</p><wbr data-break><h2>Write</h2><p>Reply to any message we sent you, and it reaches us with your order number in it. Isbel answers within two working days, sooner when there is no wind.</p><p>If you sell kites yourself, look at our <a href="/wholesale">wholesale prices</a>.</p>',
  ),
  page(
    'delivery',
    'Delivery and returns',
    'delivery',
    'How a kite reaches you, and how it comes back if it must.',
    '<p>Orders leave the workshop within two working days. Kites longer than a metre travel in a tube.</p><wbr data-break><h2>How long it takes</h2><table><tbody><tr><th>To</th><th>Days by post</th><th>What to know</th></tr><tr><td>Ternhythe and around</td><td>1 to 2</td><td>Or collect it at the blue door.</td></tr><tr><td>Neighbours</td><td>3 to 5</td><td>The price is shown at the checkout.</td></tr><tr><td>Further away</td><td>6 to 12</td><td>Customs may ask for tax on arrival.</td></tr></tbody></table><h2>Sending back</h2><p>Thirty days, flown or not, as long as it is dry. Write to us first; we send you a label. Most repairs cost nothing but the stamp, so ask before you give one up.</p>',
  ),
  page(
    'terms',
    'Terms',
    'terms',
    'The conditions of buying here.',
    '<p>Windrow Kites is a made-up workshop: nothing here can be bought. These terms say what they would say if it were not.</p><wbr data-break><h2>Orders</h2><p>A contract of sale is made when we confirm your order. If we cannot deliver, we say so at once and refund what you paid.</p><h2>Prices</h2><p>All prices are in euro and include tax. Delivery is added at the checkout.</p>',
  ),
  page(
    'privacy',
    'Privacy',
    'privacy',
    'What we know about you, and what for.',
    '<p>As little as we can send a parcel with.</p><wbr data-break><h2>What we keep</h2><p>Your name, your addresses, your email address and what you bought, as long as the law asks us to.</p><h2>Cookies</h2><p>One, when you put something into the cart, so that it is still there on the next page.</p>',
  ),
  page(
    'wholesale',
    'Wholesale',
    'wholesale',
    'Prices for those who sell our kites.',
    '<p>We make about nine hundred kites a year, and half of them are sold by other people. If you are one of them, this is what you pay.</p><wbr data-break><h2>Prices by the dozen</h2><table><tbody><tr><th>Kites</th><th>Off the price</th><th>In your hands</th></tr><tr><td>12 to 47</td><td>30 %</td><td>in three weeks</td></tr><tr><td>48 and more</td><td>38 %</td><td>in six weeks</td></tr></tbody></table><h2>How to order</h2><p>Write to Isbel with the codes and the numbers. Nothing is paid before the boxes are with you.</p>',
    { visible: 'signed-in' },
  ),
  page(
    'our-story',
    'Sixteen years on the quay',
    'our-story',
    'How three people and a heap of offcuts became a workshop.',
    '<p>It began with a sail that was too old to repair and too good to burn. Maren cut a kite from it for her niece. By autumn half the harbour wanted one.</p><wbr data-break><h2>The net store</h2><p>The roof leaked and the rent was a kite a year. The harbour still gets its kite, and the roof has been repaired twice.</p><h2>What we do not do</h2><p>We do not print names on kites, and we do not make anything that we have not flown.</p>',
    { picture: picture('workshop.png', 'The workshop: rolls of cloth, a long table and a window to the sea') },
  ),
  page(
    'flying-guide',
    'Which wind is yours?',
    'flying-guide',
    'What to fly in which wind, and how to get it up.',
    '<p>Most kites that do not fly are flown in the wrong wind. Look at the trees before you look at the kite.</p><h2>Light wind</h2><p>Leaves move, flags do not. Take a delta, let out ten metres, and walk backwards.</p><h3>Indoors</h3><p>A glider needs no wind at all, only somebody who walks.</p><h2>A fair breeze</h2><p>Small branches move. Everything flies; a diamond wants its tail.</p><h2>Strong wind</h2><p>You hold on to your hat. Take a foil, gloves, and a line that is meant for it.</p><h3>When to stop</h3><p>When sand flies, pack up. So does the kite otherwise.</p><h2>Care</h2><p>Dry it before you roll it. Salt is heavier than you think.</p>',
    {
      author: 'Isbel Marrow',
      date: '2026-03-14T09:00:00.000Z',
      attributes: { 'reading-time': 'Three minutes', for: 'Whoever holds the line' },
    },
  ),
  page(
    'pictures',
    'Pictures from the quay',
    'from-the-quay',
    'The workshop, the harbour and what is above them.',
    '<p>Drawn by Maren on days without wind.</p>',
  ),
  page(
    'questions',
    'Questions',
    'questions',
    'What people ask at the blue door.',
    '<p>If yours is not here, write to us below. It will be here next time.</p>',
  ),
  page('news', 'News from the quay', 'news', 'What is new, four times a year.', ''),
  page(
    'news-spring',
    'The spring kites are out',
    'news/spring-kites',
    'Three new single-line kites, and an old one in new colours.',
    '<p>They hung in the window all winter. Now they are in the air, and on the shelves.</p><p>The old one is the Gannet Delta, which comes in rust this year because Tolle bought too much of it.</p>',
    {
      labels: ['news'],
      author: 'Maren Oldacre',
      date: '2026-03-02T08:00:00.000Z',
      parent: 'news',
      picture: picture('dunes.png', 'A kite over the dunes'),
    },
  ),
  page(
    'news-reel',
    'A reel that does not bite',
    'news/reel',
    'Fewer plasters: the new reel has a rounded rim.',
    '<p>Forty people tried it on the north sands. Nobody bled.</p>',
    {
      labels: ['news'],
      author: 'Tolle Brandt',
      date: '2026-06-21T08:00:00.000Z',
      parent: 'news',
      picture: picture('K-003-c.png', 'A line on its reel, from close by'),
    },
  ),
  page(
    'news-storm',
    'What the October storm took',
    'news/october-storm',
    'Half the roof, and no kite.',
    '<p>The workshop is dry again. Thank you to everybody who came with tarpaulins, and to the harbour for the crane.</p>',
    {
      labels: ['news'],
      author: 'Isbel Marrow',
      date: '2026-10-12T08:00:00.000Z',
      parent: 'news',
      picture: picture('harbour.png', 'The harbour of Ternhythe'),
    },
  ),
];
