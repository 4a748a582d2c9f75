import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './shell/app-config';
import { Shell } from './shell/shell';

bootstrapApplication(Shell, appConfig).catch((error: unknown) => {
  console.error(error);
  document.body.textContent = `Aldrek could not start: ${String(error)}. Reload the page; your shop is still stored in this browser.`;
});
