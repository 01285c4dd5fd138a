import { networkInterfaces } from 'node:os';
import type { RequestEvent } from '@sveltejs/kit';

type Env = Record<string, string | undefined>;

const listOf = (text: string | undefined): string[] =>
  (text ?? '')
    .split(',')
    .map((part) => part.trim().toLowerCase())
    .filter(Boolean);

/** The name in a Host header or an address, without its port. */
export const hostname = (host: string): string => host.replace(/:\d+$/, '').toLowerCase();

/** Whether only this machine is called by that name. */
export const isLoopback = (host: string): boolean =>
  /^(localhost|127(\.\d{1,3}){3}|\[?::1\]?)$/.test(host.toLowerCase());

/** Names and addresses that mean “all there are”. */
const isAny = (host: string): boolean => host === '0.0.0.0' || host === '::' || host === '[::]';

/** By which setting this server is reached from other devices; nothing where only its own machine reaches it. */
export function beyond(env: Env): string | undefined {
  const { HOST = '127.0.0.1', LARDER_HOSTS, LARDER_PROXY, ORIGIN } = env;
  if (!isLoopback(HOST)) return `HOST=${HOST}`;
  if (listOf(LARDER_PROXY).length > 0) return `LARDER_PROXY=${LARDER_PROXY}`;
  if (!listOf(LARDER_HOSTS).every((name) => isLoopback(hostname(name))))
    return `LARDER_HOSTS=${LARDER_HOSTS}`;
  if (ORIGIN && URL.canParse(ORIGIN) && !isLoopback(new URL(ORIGIN).hostname)) return `ORIGIN=${ORIGIN}`;
  return undefined;
}

/** This machine's addresses in its networks: other devices may reach it by them. */
export const ownAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80:'))
    .map(({ address, family }) => (family === 'IPv6' ? `[${address}]` : address));

/**
 * Whether a server answers to a name: loopback, the address it is bound to, those in `LARDER_HOSTS`, and the one that its
 * larder says it is reached by. A page elsewhere that points its own name to this machine is turned away by it.
 */
export function answersTo(host: string, env: Env, address = ''): boolean {
  const name = hostname(host);
  if (isLoopback(name)) return true;
  const bound = env.HOST ?? '';
  const known = [
    ...(isAny(bound) ? ownAddresses() : [bound.includes(':') ? `[${bound}]` : bound]),
    ...listOf(env.LARDER_HOSTS).map(hostname),
    ...(URL.canParse(address) ? [new URL(address).hostname] : [])
  ];
  return name !== '' && !isAny(name) && known.some((one) => one.toLowerCase() === name);
}

/** Who asks, and by which name. */
export interface Caller {
  /** Of the device, where a proxy that was named says so. */
  address: string;
  /** What the device calls this larder, with the port. */
  host: string;
  https: boolean;
}

const FORWARDED = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'via'] as const;

/** An address as it is compared; nothing where the line was closed before it was asked for. */
const plain = (address: string | undefined): string => (address ?? '').replace(/^::ffff:/, '').toLowerCase();

/**
 * Who asks. What a proxy adds counts only from one that `LARDER_PROXY` names by its address; whatever else says it of
 * itself is not heard.
 */
export function callerOf(
  { request, url, getClientAddress }: Pick<RequestEvent, 'request' | 'url' | 'getClientAddress'>,
  env: Env
): Caller & { unnamed: boolean } {
  const { headers } = request;
  const own = {
    address: plain(getClientAddress()),
    host: headers.get('host') ?? '',
    https: url.protocol === 'https:'
  };
  const said = (name: string) => listOf(headers.get(name) ?? undefined).at(-1);
  if (!listOf(env.LARDER_PROXY).map(plain).includes(own.address))
    return { ...own, unnamed: FORWARDED.some((name) => headers.has(name)) };
  return {
    address: plain(said('x-forwarded-for') ?? own.address),
    host: said('x-forwarded-host') ?? own.host,
    https: said('x-forwarded-proto') === 'https',
    unnamed: false
  };
}

/** Other devices would reach a larder in which nobody could sign in. */
export class OpenDoor extends Error {
  constructor(by: string) {
    super(
      `With ${by} other devices reach this larder, and nobody could sign in yet. ` +
        'Say who keeps it: npm run people -- add "Name" keeper. Then start again.'
    );
  }
}
