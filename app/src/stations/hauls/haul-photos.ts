import { ChangeDetectionStrategy, Component, DestroyRef, effect, inject, input, signal } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { mdiCameraPlusOutline, mdiClose } from '@mdi/js';
import type { Haul } from '@aldrek/core/wood';
import { Icon } from '../../ui/icon';
import { PhotoActions } from '../../shop-store/photo-actions';
import { FileButton } from '../../ui/file-button';

/** The photos of a haul, from the camera or a file. */
@Component({
  selector: 'al-haul-photos',
  imports: [MatIconButton, Icon, FileButton],
  host: { class: 'flow' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (photo of haul().photos; track photo.id) {
      <figure>
        @if (addresses().get(photo.id); as address) {
          <img [src]="address" [alt]="photo.name" />
        } @else {
          <span class="muted">{{ photo.name }}, not in this browser</span>
        }
        <button
          type="button"
          matIconButton
          [attr.aria-label]="'Remove ' + photo.name"
          (click)="actions.remove(haul(), photo)"
        >
          <al-icon [path]="icons.mdiClose" />
        </button>
      </figure>
    }
    <al-file-button
      label="Photo"
      spoken="Photo of the haul"
      accept="image/*"
      capture="environment"
      [multiple]="true"
      (picked)="add($event)"
      ><al-icon [path]="icons.mdiCameraPlusOutline" />
    </al-file-button>
    @if (refused(); as names) {
      <p class="fault" role="alert">
        {{ names }}: not a picture that this browser can read. Nothing was kept of it.
      </p>
    }
  `,
  styles: `
    figure {
      position: relative;
      margin: 0;
      max-width: 160px;
    }
    img {
      display: block;
      height: 84px;
      max-width: 160px;
      object-fit: cover;
      border-radius: 6px;
    }
    figure button {
      position: absolute;
      top: 2px;
      right: 2px;
      background: var(--raised);
    }
  `,
})
export class HaulPhotos {
  readonly haul = input.required<Haul>();
  protected readonly actions = inject(PhotoActions);
  protected readonly icons = { mdiCameraPlusOutline, mdiClose };
  protected readonly addresses = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly refused = signal('');

  constructor() {
    effect(() => {
      for (const { id } of this.haul().photos) void this.fetch(id);
    });
    inject(DestroyRef).onDestroy(() => {
      for (const address of this.addresses().values()) URL.revokeObjectURL(address);
    });
  }

  protected async add(files: readonly File[]): Promise<void> {
    this.refused.set((await this.actions.add(this.haul().id, files)).join(', '));
  }

  private async fetch(id: string): Promise<void> {
    if (this.addresses().has(id)) return;
    const address = await this.actions.address(id);
    if (address !== null) this.addresses.update((known) => new Map(known).set(id, address));
  }
}
