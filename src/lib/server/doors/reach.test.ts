import { describe, expect, it } from 'vitest';
import { answersTo, beyond, callerOf, ownAddresses } from './reach';

describe('a larder is reached from beyond its machine', () => {
  it.each([
    [{}, false],
    [{ HOST: '127.0.0.1', ORIGIN: 'http://127.0.0.1:4620' }, false],
    [{ HOST: '::1' }, false],
    [{ HOST: '127.8.0.3', LARDER_HOSTS: 'localhost:4620' }, false],
    [{ HOST: '0.0.0.0' }, true],
    [{ HOST: '::' }, true],
    [{ HOST: '192.168.7.2' }, true],
    [{ HOST: 'larder.local' }, true],
    [{ HOST: '127.0.0.1.example' }, true],
    [{ LARDER_HOSTS: 'localhost, larder.example' }, true],
    [{ LARDER_PROXY: '127.0.0.1' }, true],
    [{ ORIGIN: 'https://larder.example' }, true]
  ])('%o: %s', (env, asks) => expect(beyond(env) !== undefined).toBe(asks));
});

describe('names', () => {
  it('are this machine’s, those that were given, and the one that the larder says', () => {
    const env = { HOST: '0.0.0.0', LARDER_HOSTS: 'Larder.Local' };
    for (const host of ['localhost:1', '[::1]:4620', 'larder.local:4620'])
      expect(answersTo(host, env)).toBe(true);
    for (const own of ownAddresses()) expect(answersTo(`${own}:4620`, env)).toBe(true);
    for (const host of ['', '0.0.0.0:4620', '[::]', 'larder.local.example', '10.255.255.1'])
      expect(answersTo(host, env)).toBe(false);
    expect(answersTo('larder.example', env, 'https://larder.example')).toBe(true);
    expect(answersTo('10.0.0.7', { HOST: '127.0.0.1' })).toBe(false);
  });
});

describe('who asks', () => {
  const asks = (headers: Record<string, string>, address: string | undefined, env = {}) =>
    callerOf(
      {
        request: { headers: new Map(Object.entries(headers)) } as unknown as Request,
        url: new URL('http://127.0.0.1:4620/'),
        getClientAddress: () => address as string
      },
      env
    );
  const forwarded = {
    host: '127.0.0.1:4620',
    'x-forwarded-for': '203.0.113.9, 198.51.100.4',
    'x-forwarded-proto': 'https',
    'x-forwarded-host': 'larder.example'
  };

  it('is said by a proxy that was named; the device’s is what the proxy itself saw', () => {
    expect(asks(forwarded, '::ffff:10.0.0.2', { LARDER_PROXY: '10.0.0.2, 10.0.0.3' })).toEqual({
      address: '198.51.100.4',
      host: 'larder.example',
      https: true,
      unnamed: false
    });
  });

  it('is not heard of itself, and a proxy that was not named is seen', () => {
    expect(asks(forwarded, '10.0.0.9', { LARDER_PROXY: '10.0.0.2' })).toEqual({
      address: '10.0.0.9',
      host: '127.0.0.1:4620',
      https: false,
      unnamed: true
    });
    expect(asks({ host: '127.0.0.1:4620' }, '127.0.0.1')).toMatchObject({ unnamed: false });
  });

  it('is nobody where the line was closed meanwhile: no proxy is taken for it, nothing breaks', () => {
    expect(asks(forwarded, undefined, { LARDER_PROXY: ',10.0.0.2,' })).toEqual({
      address: '',
      host: '127.0.0.1:4620',
      https: false,
      unnamed: true
    });
  });
});
