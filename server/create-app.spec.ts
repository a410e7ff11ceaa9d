import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from './create-app';

const webRoot = mkdtempSync(path.join(tmpdir(), 'coulan-web-'));
const WHOLE = `export const text = '${'coulan '.repeat(500)}';`;
let base = '';
let close: () => void;

beforeAll(async () => {
  writeFileSync(path.join(webRoot, 'index.html'), '<title>Coulan</title>');
  writeFileSync(path.join(webRoot, 'main-ABCDEFGH.js'), 'export {}');
  writeFileSync(path.join(webRoot, 'page-ABCDEFGH.js'), WHOLE);
  writeFileSync(path.join(webRoot, 'page-ABCDEFGH.js.br'), brotliCompressSync(WHOLE));
  writeFileSync(path.join(webRoot, 'page-ABCDEFGH.js.gz'), gzipSync(WHOLE));
  const server = createApp({ webRoot, version: '1.2.3', demo: true }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  close = () => server.close();
});
afterAll(() => {
  close();
  rmSync(webRoot, { recursive: true });
});

describe('server', () => {
  it('says how it is', async () => {
    expect(await (await fetch(`${base}/healthz`)).json()).toEqual({ ok: true, version: '1.2.3', built: true });
  });
  it('tells a new browser about the demo', async () => {
    expect(await (await fetch(`${base}/api/start`)).json()).toEqual({ demo: true });
  });
  it('sends deep links to the app, under a strict policy', async () => {
    const response = await fetch(`${base}/rig/abc/logbook`);
    expect(await response.text()).toContain('Coulan');
    const policy = response.headers.get('content-security-policy')!;
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  });
  it('lets hashed files be kept for ever, and the page not at all', async () => {
    expect((await fetch(`${base}/main-ABCDEFGH.js`)).headers.get('cache-control')).toContain('immutable');
    expect((await fetch(`${base}/`)).headers.get('cache-control')).toBe('no-cache');
  });
  it.each([
    ['gzip, deflate, br', 'br'],
    ['gzip', 'gzip'],
    ['identity', null],
  ])(
    'gives a browser that takes %s what lies there in small, named and kept as the file itself',
    async (takes, how) => {
      const response = await fetch(`${base}/page-ABCDEFGH.js`, { headers: { 'Accept-Encoding': takes } });
      expect(response.headers.get('content-encoding')).toBe(how);
      expect(response.headers.get('content-type')).toContain('javascript');
      expect(response.headers.get('cache-control')).toContain('immutable');
      expect(response.headers.get('vary')).toContain('Accept-Encoding');
      expect(await response.text()).toBe(WHOLE);
    },
  );
  it.each(['/missing.js', '/api/nothing'])('does not answer %s with the page', async (url) => {
    const response = await fetch(base + url);
    expect(response.status).toBe(404);
    expect(await response.text()).not.toContain('<title>');
  });
  it('says of a range beyond the end of a file that it cannot be given', async () => {
    const range = await fetch(`${base}/main-ABCDEFGH.js`, { headers: { Range: 'bytes=99999999-' } });
    expect(range.status).toBe(416);
    expect(range.headers.get('content-range')).toBe('bytes */9');
  });
  it('keeps to its own folder', async () => {
    expect((await fetch(`${base}/..%2f..%2fpackage.json`)).status).not.toBe(200);
  });
});
