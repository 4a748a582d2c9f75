/** Rendering a page takes under a second; on a busy machine that may become several, and is no fault. */
import { vi } from 'vitest';

vi.setConfig({ testTimeout: 20_000 });
