/** Further people in the demo store. */
import type { Role } from '@parlour/core';
import { createClient, routes, type Client } from '@parlour/contract';
import type { TestService } from './service.js';

export const PASSWORD = 'a harbour at dawn';

/** The secret of an invitation's link. */
export const secretOf = ({ link }: { readonly link: string | null }): string => link?.split('/').at(-1) ?? '';

/** Invites somebody into the demo store and signs them in; the invitation works once. */
export async function joinedTo(service: TestService, email: string, role: Role): Promise<Client> {
  const token = secretOf(await service.call(routes.invite, { body: { email, role } }));
  const open = createClient({ origin: service.origin });
  await open.call(routes.join, { body: { token, name: email.split('@')[0] ?? '', password: PASSWORD } });
  await expect(open.call(routes.join, { body: { token, name: 'x', password: PASSWORD } })).rejects.toMatchObject({
    code: 'bad-invitation',
  });
  const made = await open.call(routes.createToken, { body: { email, password: PASSWORD, name: 'test' } });
  return createClient({ origin: service.origin, token: made.token });
}
