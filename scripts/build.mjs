import { command, ensureBuilt, ensureInstalled } from './machine.mjs';

command(async () => {
  await ensureInstalled();
  if (!(await ensureBuilt())) console.log('Nothing has changed since the last build.');
});
