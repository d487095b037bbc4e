/** A shopper of the demo, who buys as browsers do: with cookies, with script or without. */
import type { Answer, TestService } from './service.js';

const FORM = 'application/x-www-form-urlencoded';
export const GANNET = '/item/gannet-delta';
export const CHOICE = { 'option.Span': '1.8 m', 'option.Colour': 'Teal' };
export const MARA = {
  mail: 'mara@a.example',
  name: 'Mara Quill',
  street: 'Quay 3',
  postcode: '24103',
  city: 'Kiel',
  country: 'DE',
};

export interface Refreshed {
  readonly to?: string;
  readonly reload?: boolean;
  readonly facts: string;
  readonly sections: Readonly<Record<string, string>>;
}

/** A shopper with a browser's cookies, with script or without. */
export class Shopper {
  cookie = '';

  constructor(private readonly service: TestService) {}

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
    return this.service.visit(path, { headers: { cookie: this.cookie } });
  }
  async send(path: string, fields: Readonly<Record<string, string>>, headers: Readonly<Record<string, string>> = {}) {
    const body = new URLSearchParams(fields).toString();
    return this.took(
      await this.service.visit(path, {
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
  add = (more: Readonly<Record<string, string>> = {}) =>
    this.send('/cart', { page: GANNET, 'back-to': 'p-buy', product: 'K-003', ...CHOICE, quantity: '1', ...more });
}

export const factsOf = ({ text }: Answer): string => /<meta name="facts" content="([^"]*)">/.exec(text)?.[1] ?? '';
export const attemptOf = ({ text }: Answer): string => /name="attempt" value="([^"]*)"/.exec(text)?.[1] ?? '';
export const order = (attempt: string, more: Readonly<Record<string, string>> = {}) => ({
  do: 'order',
  attempt,
  ...Object.fromEntries(
    Object.entries({ ...MARA, delivery: 'post', payment: 'bank-transfer', ...more }).map(([name, value]) => [
      `x:${name}`,
      value,
    ]),
  ),
});

/** Buys a kite of the demo. */
export async function buyOne(service: TestService): Promise<void> {
  const shopper = new Shopper(service);
  await shopper.add();
  const placed = await shopper.send('/checkout', order(attemptOf(await shopper.visit('/checkout'))));
  if (placed.status !== 303) throw new Error(`No order was made: ${placed.text}`);
}
