import { hostname } from 'node:os';
import { createApp } from './app.ts';

interface Options {
  readonly port: number;
  readonly host: string;
  readonly demo: boolean;
}

function readOptions(args: readonly string[]): Options {
  const value = (name: string): string | undefined => {
    const index = args.indexOf(name);
    return index < 0 ? undefined : args[index + 1];
  };
  const port = Number(value('--port') ?? process.env['PORT'] ?? 4310);
  if (!Number.isInteger(port) || port < 0 || port > 65_535) {
    throw new Error(`--port: expected a whole number from 0 to 65535, got ${value('--port') ?? ''}`);
  }
  return { port, host: value('--host') ?? '127.0.0.1', demo: args.includes('--demo') };
}

const options = readOptions(process.argv.slice(2));
process.env['NODE_ENV'] ??= 'production';
const server = createApp(process.env['ALDREK_APP'] ?? 'dist/app/browser', [options.host, hostname()]).listen(
  options.port,
  options.host,
);

server.on('listening', () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : options.port;
  const host = options.host === '127.0.0.1' ? 'localhost' : options.host;
  console.log(`Aldrek is at http://${host}:${port}/${options.demo ? '?demo' : ''}`);
});

server.on('error', (error: NodeJS.ErrnoException) => {
  const why =
    error.code === 'EADDRINUSE' ? `port ${options.port} is taken; choose another with --port` : error.message;
  console.error(`Aldrek can't serve: ${why}`);
  process.exit(1);
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
