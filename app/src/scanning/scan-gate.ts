import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { ShopStep } from '@aldrek/core/floor';
import { Notices } from '../notices/notices';
import { FloorActions } from '../shop-store/floor-actions';
import { TextField } from '../ui/text-field';

/** The gate before a blade: scan, or say in words why it may be passed. */
@Component({
  selector: 'al-scan-gate',
  imports: [MatButton, TextField],
  host: { class: 'stack cautious' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>
      <strong>{{ names() }} not scanned{{ again() ? ' since it was planed' : '' }}.</strong>
      Metal below the face breaks blades and knives, and throws pieces. No machine step before the detector.
      <span class="muted">Who decides: you, with a detector in hand.</span>
    </p>
    <div class="row flow">
      <button type="button" matButton="filled" (click)="scanned()">Scanned, nothing found</button>
      <button
        type="button"
        matButton="outlined"
        [attr.aria-expanded]="asking()"
        (click)="asking.set(!asking())"
      >
        Go on without…
      </button>
    </div>
    @if (asking()) {
      <div class="row flow">
        <al-text-field
          label="why it may be passed, in your words"
          [value]="words()"
          [longest]="200"
          [needed]="true"
          (changed)="words.set($event)"
        />
        <button type="button" matButton="outlined" [disabled]="words().trim().length < 3" (click)="pass()">
          Pass the gate
        </button>
      </div>
    }
  `,
  styles: `
    al-text-field {
      flex: 1;
      min-width: 220px;
    }
  `,
})
export class ScanGate {
  readonly gates = input.required<readonly ShopStep[]>();
  /** It stands open: scanned, or passed in words. */
  readonly opened = output();
  private readonly actions = inject(FloorActions);
  private readonly notices = inject(Notices);
  protected readonly asking = signal(false);
  protected readonly words = signal('');
  protected readonly names = computed(() => {
    const all = this.gates().map(({ name }) => name);
    return all.length > 4 ? `${all.slice(0, 3).join(', ')} and ${all.length - 3} more` : all.join(', ');
  });
  protected readonly again = computed(() => this.gates().every(({ do: deed }) => deed === 'scan-again'));

  protected scanned(): void {
    if (this.actions.done(this.gates(), {}) === null) {
      this.notices.say('These wait for a step before the scan: do that first.');
      return;
    }
    this.notices.undoable('Scanned.');
    this.opened.emit();
  }

  protected pass(): void {
    this.actions.pass(this.gates(), this.words().trim());
    this.asking.set(false);
    this.words.set('');
    this.notices.undoable('Passed without a scan; your words stand in the record.');
    this.opened.emit();
  }
}
