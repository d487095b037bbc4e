/** Menus and lists of links. */
import type { Document } from '../documents/index.js';
import { answer } from '../tests/answers.js';
import { section } from '../tests/designs.js';
import { render } from '../tests/pages.js';
import { show } from '../tests/shown.js';

test('the menu marks the open page, leaves out what is gone, and follows free addresses', () => {
  const html = show([section('m', 'menu-bar')]);
  expect(html).toContain('<a href="/item/gannet" aria-current="page">This one</a>');
  expect(html).toContain('<a href="https://a.example/?x=1&amp;y=2" target="_blank" rel="noopener">Away</a>');
  expect(html).toMatch(
    /<span class="menu-title" tabindex="0">More<\/span><ul><li><a href="\/item\/gannet"[^>]*>Inside<\/a><\/li><\/ul>/,
  );
  expect(html).not.toMatch(/Gone|Hollow/);
  expect(html).toMatch(/<nav class="menu-bar menu-list" aria-label="Header links" id="s-m:menu" popover>/);
  expect(html).toContain(
    '<button class="menu-open" type="button" popovertarget="s-m:menu"><span class="menu-word">Menu</span></button>',
  );
  const always = show([section('m', 'menu-bar', { drawer: false, inside: 'panel' })]);
  expect(always).toContain('<nav class="menu-bar menu-panel" aria-label="Header links"><ul>');
  expect(always).not.toMatch(/popover|<button/);
});

test('an entry has a badge and a few words; one that is hidden is left out with those inside it', () => {
  const entries = [
    { id: 'n1', values: { label: 'Home', link: { to: 'home' }, badge: 'new', description: 'Where <all> begins' } },
    {
      id: 'n2',
      values: { label: 'Secret', link: { to: 'home' }, hidden: true },
      lists: { entries: [{ id: 'n3', values: { label: 'Inner', link: { to: 'home' } } }] },
    },
  ];
  const own: Document = { format: 1, type: 'menu', name: 'Own', lists: { entries } };
  const html = render([section('m', 'menu-bar', { menu: 'own' })], { documents: { 'menu/own': own }, answer });
  expect(html).toContain(
    'Home <span class="menu-badge">new</span><small class="menu-about">Where &lt;all&gt; begins</small></a>',
  );
  expect(html).not.toMatch(/Secret|Inner/);
});

test('a link list has the links of a menu, or its own; what leads nowhere is left out', () => {
  const links = [
    { id: 'l1', values: { label: 'This one', link: { to: 'product:K-1' } } },
    { id: 'l2', values: { label: 'Gone', link: { to: 'product:gone' } } },
  ];
  const own = show([{ ...section('l', 'link-list', { title: 'Read', direction: 'across' }), lists: { links } }]);
  expect(own).toContain(
    '<p class="links-title">Read</p><nav class="links-across" aria-label="Read"><ul><li><a href="/item/gannet" aria-current="page">This one</a></li></ul></nav>',
  );
  const ofMenu = show([section('l', 'link-list', { menu: 'header-links' })]);
  expect(ofMenu).toContain('<nav class="links-down" aria-label="Header links">');
  expect(ofMenu).toMatch(/This one.*Away.*More.*Inside/s);
  expect(ofMenu).not.toMatch(/Gone|Hollow/);
  expect(show([section('l', 'link-list')])).not.toContain('<nav');
});

test('a menu that does not exist shows nothing', () => {
  expect(show([section('m', 'menu-bar', { menu: 'none' })])).not.toContain('k-menu-bar');
});
