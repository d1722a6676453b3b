import { createTransport, type Transporter } from 'nodemailer';
import type SMTPPool from 'nodemailer/lib/smtp-pool';
import { config } from './config';

/** A mail to one person. */
export type Mail = {
  /** The same for the same mail, however often it is sent: mail servers and readers know by it that they have it. */
  readonly id: string;
  readonly to: { readonly name: string; readonly address: string };
  readonly from: string;
  readonly subject: string;
  readonly text: string;
  readonly html: string;
  /** Where its reader chooses what they are told (RFC 2369). */
  readonly choose: string;
};

/** What became of a mail: taken, turned away for good or for now, or there was no server to give it to. */
export type Handed =
  | { readonly taken: true }
  | { readonly taken: false; readonly because: 'refused' | 'busy' | 'nobody-there'; readonly words: string };

/** Hands mails over to a mail server. */
export type Post = {
  send(mail: Mail): Promise<Handed>;
  close(): void;
};

/** What a mail server answered, as far as anybody can do something with it. */
const wordsOf = (error: { readonly response?: string; readonly message?: string }): string =>
  (error.response ?? error.message ?? '').replace(/\s+/g, ' ').trim().slice(0, 300);

/** A mail server that speaks SMTP (RFC 5321), several mails at once. */
export function smtpPost(address: string): Post {
  const transport: Transporter<SMTPPool.SentMessageInfo> = createTransport({
    url: address,
    pool: true,
    maxConnections: 5,
    connectionTimeout: 10_000,
    greetingTimeout: 10_000,
    socketTimeout: 20_000,
  } as SMTPPool.Options);
  return {
    async send({ id, to, from, subject, text, html, choose }) {
      try {
        await transport.sendMail({
          messageId: `<${id}@${new URL(config.address).hostname}>`,
          from: { name: from, address: config.mailFrom },
          to,
          subject,
          text,
          html,
          list: { unsubscribe: { url: choose, comment: 'Choose what you are told' } },
        });
        return { taken: true };
      } catch (error) {
        const { responseCode = 0, code } = error as { responseCode?: number; code?: string };
        const words = wordsOf(error as Error);
        // Answers of 4xx mean not now, those of 5xx never (RFC 5321, 4.2.1); an address that is none gets no answer.
        if (responseCode >= 400 && responseCode < 500) return { taken: false, because: 'busy', words };
        const isRefused = responseCode >= 500 || code === 'EENVELOPE';
        return { taken: false, because: isRefused ? 'refused' : 'nobody-there', words };
      }
    },
    close: () => transport.close(),
  };
}
