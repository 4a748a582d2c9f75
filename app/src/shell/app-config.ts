import {
  DOCUMENT,
  ErrorHandler,
  inject,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import { MAT_RIPPLE_GLOBAL_OPTIONS } from '@angular/material/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import { MAT_TOOLTIP_DEFAULT_OPTIONS } from '@angular/material/tooltip';
import { PreloadAllModules, provideRouter, withComponentInputBinding, withPreloading } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { LENGTH_UNIT } from '../format/length-unit';
import { ShopStore } from '../shop-store/shop.store';
import { Breakage } from '../notices/breakage';
import { fetchAhead, routes } from './routes';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    { provide: ErrorHandler, useExisting: Breakage },
    // The other stations are fetched once the first one stands. While the service worker fills its store it answers
    // nothing else, for seconds on a slow machine; it is to begin after them, or the first visit of Inspect waits.
    provideRouter(routes, withComponentInputBinding(), withPreloading(PreloadAllModules)),
    provideServiceWorker('ngsw-worker.js', { registrationStrategy: 'registerWithDelay:6000' }),
    {
      provide: MAT_FORM_FIELD_DEFAULT_OPTIONS,
      useValue: { appearance: 'outline', subscriptSizing: 'dynamic' },
    },
    // A tooltip that comes by touch must not hold up scrolling or typing.
    {
      provide: MAT_TOOLTIP_DEFAULT_OPTIONS,
      useValue: { showDelay: 350, hideDelay: 0, touchendHideDelay: 2500, touchGestures: 'on' },
    },
    { provide: MAT_RIPPLE_GLOBAL_OPTIONS, useValue: { disabled: true } },
    { provide: LENGTH_UNIT, useFactory: () => inject(ShopStore).unit },
    provideAppInitializer(() => {
      fetchAhead(inject(DOCUMENT).location.pathname);
      return inject(ShopStore).load();
    }),
  ],
};
