import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { bandBetween, fullWidth, outlineOf, showsOn, type Piece } from '@aldrek/core/wood';
import { FindingMark } from './finding-mark';
import { woodTone } from './species-tones';

/** Grain lines stand about this far apart, px. */
const GRAIN_GAP = 9;

/** The outline of a face as a path, px; face B is the piece turned over about its length. */
function outlinePath(piece: Piece, face: 'A' | 'B', pxPerMm: number): string {
  const { upper, lower } = outlineOf(piece);
  const full = fullWidth(piece);
  const points = [...upper, ...[...lower].reverse()].map(
    ({ x, y }) => `${x * pxPerMm} ${(face === 'A' ? y : full - y) * pxPerMm}`,
  );
  return `M${points.join('L')}Z`;
}

/** One face of a piece at true proportion: outline, grain, findings. Sits inside an SVG. */
@Component({
  selector: 'svg:g[alWoodFace]',
  imports: [FindingMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg:path
      class="wood"
      [attr.d]="outline()"
      [attr.fill]="fill() ?? tone().face"
      [attr.stroke]="tone().line"
    />
    <svg:path class="grain" [attr.d]="grain()" [attr.stroke]="tone().line" fill="none" />
    @for (side of sides(); track $index) {
      <svg:rect
        class="side-mark"
        [attr.x]="side.x"
        [attr.y]="side.y"
        [attr.width]="side.width"
        [attr.height]="side.height"
      />
    }
    @for (finding of marks(); track $index) {
      <svg:g alFindingMark [finding]="finding" [pxPerMm]="pxPerMm()" [turnedOver]="over()" />
    }
  `,
})
export class WoodFace {
  readonly piece = input.required<Piece>();
  readonly pxPerMm = input.required<number>();
  readonly face = input<'A' | 'B'>('A');
  /** Its own colour, where its tone was measured. */
  readonly fill = input<string | null>(null);
  /** Findings are left out where they are drawn by themselves, to be taken hold of. */
  readonly bare = input(false);

  protected readonly tone = computed(() => woodTone(this.piece().species));
  protected readonly over = computed(() => (this.face() === 'B' ? fullWidth(this.piece()) : null));
  protected readonly marks = computed(() =>
    this.bare() ? [] : this.piece().findings.filter((finding) => showsOn(finding, this.face())),
  );

  /** What shows on an edge or an end, as far as it reaches in. */
  protected readonly sides = computed(() =>
    this.piece()
      .findings.filter(({ face }) => face !== 'A' && face !== 'B' && face !== 'through')
      .map(({ id, x, y, length, width }) => {
        const scale = this.pxPerMm();
        const over = this.over();
        const top = over === null ? y : over - y - width;
        return { id, x: x * scale, y: top * scale, width: length * scale, height: width * scale };
      }),
  );

  protected readonly outline = computed(() => outlinePath(this.piece(), this.face(), this.pxPerMm()));

  protected readonly grain = computed(() => {
    const piece = this.piece();
    const scale = this.pxPerMm();
    const { upper, lower } = bandBetween(outlineOf(piece), 0, piece.length);
    const height = Math.max(1, (lower - upper) * scale);
    const length = piece.length * scale;
    const lines = Math.max(1, Math.floor(height / GRAIN_GAP));
    const top = this.face() === 'A' ? upper * scale : (fullWidth(piece) - lower) * scale;
    return Array.from({ length: lines }, (_, i) => {
      const y = top + (height * (i + 1)) / (lines + 1);
      const sway = (i % 2 === 0 ? 1 : -1) * Math.min(3, height / 14);
      return `M1 ${y}C${length * 0.3} ${y + sway} ${length * 0.6} ${y - sway} ${length - 1} ${y}`;
    }).join('');
  });
}
