/** A shopper of the demo, who buys as browsers do: with cookies, with script or without. */
import { routes } from '@parlour/contract';
import type { Scenario } from '@parlour/core/commerce';
import type { Answer, TestService } from './service.js';

const FORM = 'application/x-www-form-urlencoded';
export const GANNET = '/item/gannet-delta';
export const CHOICE = { 'option.Span': '1.8 m', 'option.Colour': 'Teal' };
export const MARA = {
  email: 'mara@a.example',
  name: 'Mara Quill',
  street: 'Quay 3',
  postcode: '00317',
  city: 'Brakenau',
  country: 'DE',
};

const NOTHING_ORDERED = { attempt: '', seen: '' };

export interface Refreshed {
  readonly to?: string;
  readonly reload?: boolean;
  readonly facts: string;
  readonly changed: Readonly<Record<string, string>>;
}

/** A shopper with a browser's cookies, with script or without. */
export class Shopper {
  constructor(
    private readonly service: TestService,
    readonly host = 'windrow.localhost',
    public cookie = '',
  ) {}

  private async took(answer: Answer): Promise<Answer> {
    const jar = new Map(this.cookie.split('; ').map((one) => one.split('=', 2) as [string, string]));
    for (const one of answer.headers['set-cookie'] ?? []) {
      const [name = '', value = ''] = (one.split(';')[0] as string).split('=', 2);
      jar.set(name, value);
    }
    jar.delete('');
    this.cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
    return answer;
  }
  async visit(path: string): Promise<Answer> {
    return this.service.send(this.host, path, { headers: { cookie: this.cookie } });
  }
  async send(path: string, fields: Readonly<Record<string, string>>, headers: Readonly<Record<string, string>> = {}) {
    const body = new URLSearchParams(fields).toString();
    return this.took(
      await this.service.send(this.host, path, {
        method: 'POST',
        body,
        headers: { 'content-type': FORM, cookie: this.cookie, ...headers },
      }),
    );
  }
  /** As the storefront's script sends it. */
  async refresh(path: string, fields: Readonly<Record<string, string>>, seen = ''): Promise<Refreshed> {
    const answer = await this.send(path, { ...fields, facts: seen }, { accept: 'application/json' });
    return answer.json<Refreshed>();
  }
  /** Tells everything that an order needs, and looks at what it comes to. */
  async readyToOrder(more: Readonly<Record<string, string>> = {}): Promise<Ordered> {
    await this.send('/checkout', { ...order(NOTHING_ORDERED, more), do: 'update' });
    return orderedOn(await this.visit('/checkout'));
  }
  add = (more: Readonly<Record<string, string>> = {}) =>
    this.send('/cart', { page: GANNET, 'back-to': 'p-buy', product: 'K-003', ...CHOICE, quantity: '1', ...more });
}

export const factsOf = ({ text }: Answer): string => /<meta name="facts" content="([^"]*)">/.exec(text)?.[1] ?? '';
const hidden = ({ text }: Answer, name: string): string =>
  new RegExp(`name="${name}" value="([^"]*)"`).exec(text)?.[1] ?? '';
/** What an open checkout page orders: the cart's attempt, and what the page shows of it. */
export const orderedOn = (page: Answer) => ({ attempt: hidden(page, 'attempt'), seen: hidden(page, 'seen') });
export type Ordered = ReturnType<typeof orderedOn>;
export const order = (ordered: Ordered, more: Readonly<Record<string, string>> = {}) => ({
  do: 'order',
  ...ordered,
  ...Object.fromEntries(
    Object.entries({ ...MARA, delivery: 'post', payment: 'bank-transfer', ...more }).map(([name, value]) => [
      `x:${name}`,
      value,
    ]),
  ),
});

/** Somebody who looks at a preview of the demo. @param shown with which template, in which scenario */
export async function previewer(
  service: TestService,
  shown: { readonly template?: string; readonly scenario?: Scenario } = {},
): Promise<Shopper> {
  const { url } = await service.call(routes.preview, { body: { page: 'home', ...shown } });
  const { hostname, searchParams } = new URL(url);
  return new Shopper(service, hostname, `parlour-preview=${searchParams.get('preview') ?? ''}`);
}

/** Buys a kite of the demo. */
export async function buyOne(service: TestService): Promise<void> {
  const shopper = new Shopper(service);
  await shopper.add();
  const placed = await shopper.send('/checkout', order(await shopper.readyToOrder()));
  if (placed.status !== 303) throw new Error(`No order was made: ${placed.text}`);
}
