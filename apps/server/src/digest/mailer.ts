import { Injectable } from '@nestjs/common';
import { ConfigService } from '@nestjs/config';
import { createTransport } from 'nodemailer';
import { randomUUID } from 'node:crypto';
import { mkdir, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

export interface Mail {
  readonly from: string;
  readonly to: readonly string[];
  readonly subject: string;
  readonly text: string;
}

const AT_MOST_MS = 15_000;

/** Sends mail, or writes it into a folder if one is configured. */
@Injectable()
export class Mailer {
  /** Folder into which mail is written instead of being sent; null if it is sent. */
  readonly folder: string | null;

  constructor(config: ConfigService) {
    this.folder = config.get<string>('MAIL_FOLDER') ?? null;
  }

  /** @throws when the mail server refuses it */
  async send(smtpUrl: string, { to, ...mail }: Mail): Promise<void> {
    const transport = createTransport({
      url: smtpUrl,
      connectionTimeout: AT_MOST_MS,
      greetingTimeout: AT_MOST_MS,
      socketTimeout: AT_MOST_MS,
      disableFileAccess: true,
      disableUrlAccess: true,
    });
    try {
      await transport.sendMail({ ...mail, to: [...to] });
    } finally {
      transport.close();
    }
  }

  /** Writes the mail as an .eml file. @returns its path */
  async drop(folder: string, { to, ...mail }: Mail): Promise<string> {
    const built = await createTransport({ streamTransport: true, buffer: true }).sendMail({ ...mail, to: [...to] });
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const file = join(folder, `${new Date().toISOString().replaceAll(':', '-')}-${randomUUID().slice(0, 8)}.eml`);
    await writeFile(`${file}.part`, built.message as Buffer, { mode: 0o600 });
    await rename(`${file}.part`, file);
    return file;
  }
}
