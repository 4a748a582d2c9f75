import {
  DOCUMENT,
  ErrorHandler,
  inject,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { LENGTH_UNIT } from '../drawing/length-unit';
import { ShopStore } from '../state/shop.store';
import { Breakage } from './breakage';
import { fetchAhead, routes } from './routes';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    { provide: ErrorHandler, useExisting: Breakage },
    provideRouter(routes, withComponentInputBinding()),
    provideServiceWorker('ngsw-worker.js', { registrationStrategy: 'registerWhenStable:30000' }),
    { provide: LENGTH_UNIT, useFactory: () => inject(ShopStore).unit },
    provideAppInitializer(() => {
      fetchAhead(inject(DOCUMENT).location.pathname);
      return inject(ShopStore).load();
    }),
  ],
};
