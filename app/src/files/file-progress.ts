import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogContent, MatDialogRef, MatDialogTitle } from '@angular/material/dialog';
import { MatProgressBar } from '@angular/material/progress-bar';
import type { Signal } from '@angular/core';

export interface FileUnderway {
  readonly name: string;
  readonly stage: Signal<string>;
}

/** A file that takes a while: how far it is, and a way to leave it. Closes with true when it is left. */
@Component({
  selector: 'al-file-progress',
  imports: [MatDialogTitle, MatDialogContent, MatProgressBar, MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>{{ file.name }}</h2>
    <mat-dialog-content>
      <p role="status">{{ file.stage() }}…</p>
      <mat-progress-bar mode="indeterminate" [attr.aria-label]="file.stage()" />
      <p class="muted">Nothing in your shop changes until all of it has been read and found right.</p>
      <button matButton="outlined" (click)="dialog.close(true)">Cancel</button>
    </mat-dialog-content>
  `,
})
export class FileProgress {
  protected readonly file = inject<FileUnderway>(MAT_DIALOG_DATA);
  protected readonly dialog = inject<MatDialogRef<FileProgress, boolean>>(MatDialogRef);
}
