import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';

/** A button that asks for files. */
@Component({
  selector: 'al-file-button',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" matButton="outlined" [disabled]="disabled()" (click)="files.click()">
      <ng-content />{{ label() }}
    </button>
    <input
      #files
      type="file"
      class="visually-hidden"
      tabindex="-1"
      [accept]="accept()"
      [multiple]="multiple()"
      [attr.capture]="capture()"
      [attr.aria-label]="spoken() ?? label()"
      (change)="pick(files)"
    />
  `,
  styles: `
    :host {
      display: inline-block;
      position: relative;
    }
  `,
})
export class FileButton {
  readonly label = input.required<string>();
  readonly spoken = input<string | null>(null);
  readonly accept = input('');
  readonly multiple = input(false);
  /** `environment` for the camera that looks away from the user. */
  readonly capture = input<string | null>(null);
  readonly disabled = input(false);
  readonly picked = output<readonly File[]>();

  protected pick(input: HTMLInputElement): void {
    const files = [...(input.files ?? [])];
    // The same file may be picked again.
    input.value = '';
    if (files.length > 0) this.picked.emit(files);
  }
}
