import { Injectable } from '@angular/core';

/** The day on the wall of the shop, as an ISO date. The core has no clock; it is told. */
@Injectable({ providedIn: 'root' })
export class Today {
  get(): string {
    const now = new Date();
    const two = (figure: number): string => String(figure).padStart(2, '0');
    return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
  }
}
