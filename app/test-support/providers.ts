import { provideZonelessChangeDetection } from '@angular/core';

/** What every component test has in its injector. */
export default [provideZonelessChangeDetection()];
