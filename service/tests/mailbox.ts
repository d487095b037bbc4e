/** Reads the messages that a service under test has written. */
import { readFileSync } from 'node:fs';
import { asAdmin, eventually, mailboxOf, type TestService } from './service.js';

/** Waits until no message is on its way. */
export const emailIsOut = (from: Pick<TestService, 'databaseUrl'>): Promise<void> =>
  eventually(async () => {
    const waiting = await asAdmin((admin) => admin.query('select 1 from outgoing_email'), from.databaseUrl);
    expect(waiting.rowCount).toBe(0);
  });

/** The links in the messages to somebody, newest last, as soon as there are so many. */
export async function linksTo(from: Pick<TestService, 'databaseUrl'>, email: string, many: number): Promise<string[]> {
  for (const until = Date.now() + 20_000; Date.now() < until; await new Promise((go) => setTimeout(go, 20))) {
    const messages = readMailbox(mailboxOf(from.databaseUrl)).filter(({ to }) => to.includes(email));
    if (messages.length >= many) return messages.map(({ text }) => /http:\S+/.exec(text)?.[0] ?? '');
  }
  throw new Error(`No ${many} messages to ${email} came.`);
}

export function readMailbox(file: string): { to: string; text: string }[] {
  const read = (): string => {
    try {
      return readFileSync(file, 'utf8');
    } catch {
      return '';
    }
  };
  return read()
    .split(/^From \S+ .*\n/m)
    .slice(1)
    .map((message) => {
      const [head = '', ...body] = message.split('\n\n');
      // Long lines with other letters are broken (RFC 2045, 6.7).
      return { to: /^To: (.*)$/m.exec(head)?.[1] ?? '', text: body.join('\n\n').replace(/=\n/g, '') };
    });
}
