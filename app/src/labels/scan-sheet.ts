import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatDialogClose, MatDialogContent, MatDialogRef, MatDialogTitle } from '@angular/material/dialog';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatError } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { ShopStore } from '../shop-store/shop.store';
import { tagOfCode } from './tag-code';

/** Frames are looked at so often, ms: a hand holds still for longer. */
const LOOK_EVERY_MS = 160;
/** The picture is read at this width, px: enough for a label held at arm's length. */
const READ_WIDTH_PX = 640;

/** Finds a piece by its label: by the camera, or by typing what is written on it. */
@Component({
  selector: 'al-scan-sheet',
  imports: [
    MatButton,
    MatDialogTitle,
    MatDialogContent,
    MatDialogClose,
    MatFormField,
    MatError,
    MatInput,
    ReactiveFormsModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Find a piece by its label</h2>
    <mat-dialog-content>
      <label class="entry-label" for="scan-tag">what is written on it</label>
      <mat-form-field subscriptSizing="dynamic">
        <input
          id="scan-tag"
          matInput
          cdkFocusInitial
          placeholder="P-01"
          autocapitalize="characters"
          autocomplete="off"
          [formControl]="written"
          [errorStateMatcher]="refusal"
          (input)="fault.set(null)"
          (keydown.enter)="find(written.value)"
        />
        <mat-error role="alert">{{ fault() }}</mat-error>
      </mat-form-field>
      <div class="row flow">
        <button type="button" matButton="filled" (click)="find(written.value)">Show it</button>
        @if (!looking()) {
          <button type="button" matButton="outlined" (click)="look()">Use the camera</button>
        }
        <button type="button" matButton="outlined" mat-dialog-close>Cancel</button>
      </div>
      <video #video playsinline muted [class.on]="looking()" aria-label="What the camera sees"></video>
      @if (looking()) {
        <p class="muted">Hold the label so that its code fills a third of the picture.</p>
      }
      @if (trouble(); as words) {
        <p class="fault" role="alert">{{ words }}</p>
      }
    </mat-dialog-content>
  `,
  styles: `
    .row {
      margin: 12px 0;
    }
    video {
      display: none;
      width: 100%;
      border-radius: 8px;
      background: #000;
    }
    video.on {
      display: block;
    }
  `,
})
export class ScanSheet {
  private readonly store = inject(ShopStore);
  private readonly ref = inject(MatDialogRef<ScanSheet, string>);
  private readonly video = viewChild.required<ElementRef<HTMLVideoElement>>('video');
  protected readonly fault = signal<string | null>(null);
  protected readonly written = new FormControl('', { nonNullable: true });
  protected readonly refusal = { isErrorState: (): boolean => this.fault() !== null };
  protected readonly trouble = signal<string | null>(null);
  protected readonly looking = signal(false);
  private stream: MediaStream | null = null;
  private timer: ReturnType<typeof setInterval> | undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  protected find(text: string): void {
    const tag = tagOfCode(text);
    const piece =
      this.store.pieceByTag().get(tag) ??
      this.store.pieces().find((known) => known.tag.toLowerCase() === tag.toLowerCase());
    if (piece) this.ref.close(piece.id);
    else this.fault.set(tag === '' ? 'Write a tag, such as P-01.' : `No piece bears the tag ${tag}.`);
  }

  protected async look(): Promise<void> {
    this.trouble.set(null);
    try {
      this.stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
    } catch {
      this.trouble.set('There is no camera that this page may use. Type the tag instead.');
      return;
    }
    const { readQr } = await import('./qr-reader');
    const video = this.video().nativeElement;
    video.srcObject = this.stream;
    await video.play();
    this.looking.set(true);
    const canvas = document.createElement('canvas');
    this.timer = setInterval(() => {
      if (video.videoWidth === 0) return;
      canvas.width = READ_WIDTH_PX;
      canvas.height = Math.round((READ_WIDTH_PX * video.videoHeight) / video.videoWidth);
      const context = canvas.getContext('2d', { willReadFrequently: true });
      if (!context) return;
      context.drawImage(video, 0, 0, canvas.width, canvas.height);
      const { data } = context.getImageData(0, 0, canvas.width, canvas.height);
      const code = readQr(data, canvas.width, canvas.height);
      if (code !== null) this.find(code);
    }, LOOK_EVERY_MS);
  }

  private stop(): void {
    clearInterval(this.timer);
    for (const track of this.stream?.getTracks() ?? []) track.stop();
  }
}
