import type { AddressInfo } from 'node:net'
import { simpleParser } from 'mailparser'
import { SMTPServer } from 'smtp-server'

export interface Letter {
  to: string
  subject: string
  text: string
}

export interface Mailbox {
  /** Its address, as the office is told it. */
  address: string
  to(address: string): Letter[]
  close(): Promise<void>
}

/** A mail server of its own on the loopback, whose mails only the tests read. */
export async function openMailbox(): Promise<Mailbox> {
  const letters: Letter[] = []
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    onData(stream, _session, done) {
      simpleParser(stream).then(({ to, subject = '', text = '' }) => {
        letters.push({
          to: [to ?? []]
            .flat()
            .map((entry) => entry.text)
            .join(', '),
          subject,
          text,
        })
        done()
      }, done)
    },
  })
  // An office that is ended while it sends a mail leaves its connection as it is.
  server.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'ECONNRESET') throw error
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.server.address() as AddressInfo
  return {
    address: `smtp://127.0.0.1:${port}`,
    to: (address) => letters.filter(({ to }) => to.includes(address)),
    close: () => new Promise<void>((resolve) => server.close(() => resolve())),
  }
}

/** The secret of the link for choosing a password that a mail holds. */
export const tokenIn = ({ text }: Letter): string => /\/office\/join\?with=([\w-]+)/.exec(text)![1]!
/** The same of the link for a member’s password. */
export const tokenOfMember = ({ text }: Letter): string => /\/account\/choose\?token=([\w-]+)/.exec(text)![1]!
