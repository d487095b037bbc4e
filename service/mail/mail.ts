/**
 * Mail. Until messages are really sent they are written to a mailbox file, one after the other in the form `mbox`
 * (RFC 4155), which every mail program reads.
 */
import { appendFile } from 'node:fs/promises';
import { createTransport } from 'nodemailer';

export interface Message {
  readonly to: string;
  readonly subject: string;
  /** Plain text. */
  readonly text: string;
}

export interface Mail {
  /** Whether messages reach people: then secrets go by mail alone, and are shown to nobody else. */
  readonly reachesPeople: boolean;
  /** @throws what the file system throws */
  send(message: Message): Promise<void>;
}

const FROM = 'parlour@localhost';
const composer = createTransport({ streamTransport: true, buffer: true, newline: 'unix' });

/** @param file where messages are written; kept from other people's eyes, since links in them are secrets */
export function mailbox(file: string, reachesPeople: boolean): Mail {
  let last: Promise<unknown> = Promise.resolve();
  return {
    reachesPeople,
    send({ to, subject, text }) {
      const writing = last.then(async () => {
        const { message } = await composer.sendMail({
          from: { name: 'Parlour', address: FROM },
          to: { name: '', address: to },
          subject: subject.replace(/\s+/g, ' '),
          text,
        });
        const lines = (message as Buffer).toString().replace(/^(>*From )/gm, '>$1');
        await appendFile(file, `From ${FROM} ${mboxDate(new Date())}\n${lines}\n\n`, { mode: 0o600 });
      });
      // One after the other, whether or not the one before could be written.
      last = writing.catch(() => undefined);
      return writing;
    },
  };
}

/** `Thu Nov 26 08:00:00 2026`, in UTC (RFC 4155, appendix A). */
const mboxDate = (at: Date): string =>
  at.toUTCString().replace(/^(\w+), (\d+) (\w+) (\d+) ([\d:]+) GMT$/, '$1 $3 $2 $5 $4');
