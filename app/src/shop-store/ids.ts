import { Injectable } from '@angular/core';

/** Ids for new records. They sort by when they were made, so stored records keep their order. */
@Injectable({ providedIn: 'root' })
export class Ids {
  private last = 0;

  next(): string {
    this.last = Math.max(Date.now() * 1000, this.last + 1);
    return `${this.last.toString(36)}-${crypto.randomUUID().slice(0, 8)}`;
  }
}
