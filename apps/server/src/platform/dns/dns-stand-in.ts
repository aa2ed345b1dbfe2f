import { createSocket, type Socket } from 'node:dgram';
import type { DnsRecord } from '@plumgate/core/domains';
import { AUTHORITATIVE_ANSWER, decode, encode, type Answer, type Question } from 'dns-packet';

const notThere = 3;
const failed = 2;
const seconds = 60;

/** A small DNS server on loopback (RFC 1035, over UDP) that answers with the records that are kept on its screen. */
export class DnsStandIn {
  private constructor(
    private readonly socket: Socket,
    readonly address: string,
  ) {}

  static async start(recordsOf: (name: string) => Promise<DnsRecord[]>): Promise<DnsStandIn> {
    const socket = createSocket('udp4');
    socket.on('message', (message, from) => {
      answerTo(message, recordsOf).then(
        (answer) => answer && socket.send(answer, from.port, from.address, () => {}),
        () => {}, // noise gets no answer
      );
    });
    await new Promise<void>((listening, refused) => {
      socket.on('error', refused);
      socket.bind(0, '127.0.0.1', listening);
    });
    socket.unref();
    return new DnsStandIn(socket, `127.0.0.1:${socket.address().port}`);
  }

  stop(): Promise<void> {
    return new Promise((closed) => this.socket.close(closed));
  }
}

/** The answer to a packet; null for what is no question. */
async function answerTo(
  message: Buffer,
  recordsOf: (name: string) => Promise<DnsRecord[]>,
): Promise<Buffer | null> {
  const asked = read(message);
  const question = asked?.questions?.[0];
  if (!asked || !question) return null;
  const base = { type: 'response' as const, id: asked.id ?? 0, questions: [question] };
  try {
    const records = await recordsOf(question.name.toLowerCase());
    const answers = records.filter((record) => isAsked(record, question)).map(toAnswer);
    const code = records.length === 0 ? notThere : 0;
    return encode({ ...base, flags: AUTHORITATIVE_ANSWER | code, answers });
  } catch {
    return encode({ ...base, flags: failed });
  }
}

function read(message: Buffer) {
  try {
    return decode(message);
  } catch {
    return null;
  }
}

const isAsked = (record: DnsRecord, { type }: Question) => record.type === type;
const toAnswer = ({ name, type, value }: DnsRecord): Answer =>
  type === 'TXT'
    ? { name, type, ttl: seconds, data: stringsOf(value) }
    : { name, type, ttl: seconds, data: value };

/** A TXT's value in the strings that a packet carries, 255 octets at most (RFC 1035, section 3.3). */
const stringsOf = (value: string): Buffer[] => {
  const bytes = Buffer.from(value);
  return Array.from({ length: Math.ceil(bytes.length / 255) || 1 }, (_, index) =>
    bytes.subarray(index * 255, (index + 1) * 255),
  );
};
