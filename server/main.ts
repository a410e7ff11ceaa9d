import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { createApp } from './create-app';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4400' },
    host: { type: 'string', default: '127.0.0.1' },
    demo: { type: 'boolean', default: false },
  },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  console.error(`--port ${values.port}: wanted is a whole number from 0 to 65535`);
  process.exit(2);
}
const webRoot = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../dist/browser');
const server = createApp({
  webRoot,
  version: process.env['npm_package_version'] ?? 'unknown',
  demo: values.demo,
}).listen(port, values.host, (error) => {
  if (error) {
    const busy = 'code' in error && error.code === 'EADDRINUSE';
    console.error(
      busy ? `Port ${port} is taken by another program. Choose one: npm run demo -- --port ${port + 1}` : error.message,
    );
    process.exit(1);
  }
  const address = server.address();
  console.log(
    `Coulan is ready: http://${values.host}:${typeof address === 'object' && address ? address.port : port}/`,
  );
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => server.close(() => process.exit(0)));
