// Before every unit test: the properties draw the same cases on every machine, so that a red run can be run again.
// `SEED=random npm run unit` draws others.
import fc from 'fast-check';

const asked = process.env['SEED'];

fc.configureGlobal({ seed: asked === 'random' ? Date.now() | 0 : Number(asked ?? 20261126) });
