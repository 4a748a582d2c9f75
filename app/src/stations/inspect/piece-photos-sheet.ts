import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { MatButton } from '@angular/material/button';
import { mdiCameraPlusOutline } from '@mdi/js';
import { fullWidth, type PinnedPhoto } from '@aldrek/core/wood';
import { Icon } from '../../ui/icon';
import { labOf, toneCss, toneOf } from '../../colour/tone';
import { PieceActions } from '../../shop-store/piece-actions';
import { PiecePhotos } from '../../shop-store/piece-photos';
import { ShopStore } from '../../shop-store/shop.store';
import { InspectView } from './inspect-view';
import { FileButton } from '../../ui/file-button';
import { ToggleField } from '../../ui/toggle-field';

/** Half the side of the square that one sample is the mean of, px of the picture. */
const SAMPLE_PX = 6;

interface Sample {
  /** Where it was taken, as shares of the picture. */
  readonly x: number;
  readonly y: number;
  readonly lab: ReturnType<typeof labOf>;
}

/** The photos of a piece: pinned to a place on it, and its tone sampled from them. */
@Component({
  selector: 'al-piece-photos-sheet',
  imports: [MatButton, MatDialogTitle, MatDialogContent, MatDialogClose, Icon, FileButton, ToggleField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Photos and tone of {{ piece()?.tag }}</h2>
    <mat-dialog-content class="stack">
      <div class="row flow">
        <al-toggle-field
          label="Which photo"
          [value]="shown()?.id ?? null"
          [choices]="photoChoices()"
          (changed)="showId.set($event)"
        />
        <al-file-button
          label="Photo"
          spoken="Add a photo of the piece"
          accept="image/*"
          capture="environment"
          [multiple]="true"
          (picked)="add($event)"
          ><al-icon [path]="camera" />
        </al-file-button>
      </div>
      @if (refused(); as names) {
        <p class="fault" role="alert">{{ names }} can’t be read as a picture; choose a JPEG, PNG or WebP.</p>
      }
      @if (shown(); as photo) {
        <div class="picture">
          <canvas
            #canvas
            tabindex="0"
            aria-label="The photo: tap clean wood to sample its tone"
            (click)="sample($event)"
            (keydown.enter)="sampleMiddle()"
          ></canvas>
          @for (spot of samples(); track $index) {
            <span
              class="spot"
              [style.left.%]="spot.x * 100"
              [style.top.%]="spot.y * 100"
              [style.background]="css(spot)"
            ></span>
          }
        </div>
        <p class="muted">
          Tap clean wood in several places, in daylight and out of the glare; Enter samples the middle.
        </p>
        <div class="row flow">
          @if (tone(); as found) {
            <span class="swatch" [style.background]="found.css"></span>
            <span>{{ found.text }}</span>
            <button type="button" matButton="filled" (click)="keepTone()">Keep this tone</button>
            <button type="button" matButton="outlined" (click)="samples.set([])">Sample again</button>
          }
          <button type="button" matButton="outlined" (click)="pin(photo)">
            {{ photo.at ? 'Pinned; pin at the rule instead' : 'Pin it at the rule' }}
          </button>
          <button type="button" matButton="outlined" (click)="remove(photo)">Remove the photo</button>
        </div>
      } @else {
        <p>No photo of this piece yet. From the camera or a file; it stays in this browser.</p>
      }
      <button type="button" matButton="filled" class="to-start" mat-dialog-close>Done</button>
    </mat-dialog-content>
  `,
  styles: `
    .picture {
      position: relative;
      justify-self: start;
      max-width: 100%;
      line-height: 0;
    }
    canvas {
      max-width: 100%;
      max-height: 46vh;
      cursor: crosshair;
    }
    .spot {
      position: absolute;
      width: 18px;
      height: 18px;
      border: 2px solid #fff;
      outline: 1px solid #000;
      border-radius: 50%;
      translate: -50% -50%;
      pointer-events: none;
    }
  `,
})
export class PiecePhotosSheet {
  private readonly pieceId = inject<string>(MAT_DIALOG_DATA);
  private readonly store = inject(ShopStore);
  private readonly actions = inject(PieceActions);
  private readonly kept = inject(PiecePhotos);
  private readonly view = inject(InspectView);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');

  protected readonly camera = mdiCameraPlusOutline;
  protected readonly refused = signal('');
  protected readonly showId = signal<string | null>(null);
  protected readonly samples = signal<readonly Sample[]>([]);
  protected readonly piece = computed(() => this.store.pieceById().get(this.pieceId) ?? null);
  protected readonly photos = computed(() => this.piece()?.photos ?? []);
  protected readonly photoChoices = computed(() =>
    this.photos().map(({ id, name }) => ({ value: id, name })),
  );
  protected readonly shown = computed(
    () => this.photos().find(({ id }) => id === this.showId()) ?? this.photos()[0] ?? null,
  );
  private readonly shownId = computed(() => this.shown()?.id ?? null);
  protected readonly tone = computed(() => {
    const tone = toneOf(this.samples().map(({ lab }) => lab));
    if (!tone) return null;
    const { l, a, b, spread, samples } = tone;
    return {
      tone,
      css: toneCss(tone),
      text: `L ${l.toFixed(0)}, a ${a.toFixed(0)}, b ${b.toFixed(0)}: the mean of ${samples}, within ΔE ${spread.toFixed(1)}`,
    };
  });

  constructor() {
    effect(() => {
      const [id, canvas] = [this.shownId(), this.canvas()?.nativeElement];
      this.samples.set([]);
      if (id !== null && canvas) void this.draw(id, canvas);
    });
  }

  protected css(sample: Sample): string {
    return toneCss(sample.lab);
  }

  protected async add(files: readonly File[]): Promise<void> {
    this.refused.set((await this.kept.add(this.pieceId, files)).join(', '));
  }

  protected sample(event: MouseEvent): void {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    this.sampleAt((event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
  }

  protected sampleMiddle(): void {
    this.sampleAt(0.5, 0.5);
  }

  private sampleAt(x: number, y: number): void {
    const canvas = this.canvas()?.nativeElement;
    const pen = canvas?.getContext('2d', { willReadFrequently: true });
    if (!canvas || !pen) return;
    const left = Math.max(0, Math.round(x * canvas.width) - SAMPLE_PX);
    const top = Math.max(0, Math.round(y * canvas.height) - SAMPLE_PX);
    const side = 2 * SAMPLE_PX + 1;
    const { data } = pen.getImageData(
      left,
      top,
      Math.min(side, canvas.width - left),
      Math.min(side, canvas.height - top),
    );
    this.samples.update((samples) => [...samples, { x, y, lab: labOf(data) }]);
  }

  protected keepTone(): void {
    const [piece, found] = [this.piece(), this.tone()];
    if (piece && found) this.actions.note('tone', piece, { tone: found.tone });
  }

  protected pin(photo: PinnedPhoto): void {
    const piece = this.piece();
    if (!piece) return;
    const at = { face: this.view.dropFace(), x: this.view.cursor(), y: fullWidth(piece) / 2 };
    this.kept.put(this.pieceId, photo.id, { ...photo, at });
  }

  protected remove(photo: PinnedPhoto): void {
    this.kept.put(this.pieceId, photo.id, null);
  }

  private async draw(id: string, canvas: HTMLCanvasElement): Promise<void> {
    const picture = await this.kept.picture(id);
    if (!picture) return;
    canvas.width = picture.width;
    canvas.height = picture.height;
    canvas.getContext('2d', { willReadFrequently: true })?.drawImage(picture, 0, 0);
    picture.close();
  }
}
