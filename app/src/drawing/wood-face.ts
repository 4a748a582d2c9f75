import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { fullWidth, showsOn, type Piece } from '@aldrek/core';
import { FindingMark } from './finding-mark';
import { woodTone } from './species-tones';

/** Grain lines stand about this far apart, px. */
const GRAIN_GAP = 9;

/** One face of a piece at true proportion: outline, grain, findings. Sits inside an SVG. */
@Component({
  selector: 'svg:g[alWoodFace]',
  imports: [FindingMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg:path class="wood" [attr.d]="outline()" [attr.fill]="tone().face" [attr.stroke]="tone().line" />
    <svg:path class="grain" [attr.d]="grain()" [attr.stroke]="tone().line" fill="none" />
    @for (finding of marks(); track finding.id) {
      <svg:g alFindingMark [finding]="finding" [pxPerMm]="pxPerMm()" [turnedOver]="over()" />
    }
  `,
})
export class WoodFace {
  readonly piece = input.required<Piece>();
  readonly pxPerMm = input.required<number>();
  readonly face = input<'A' | 'B'>('A');
  /** Findings are left out where they are drawn by themselves, to be taken hold of. */
  readonly bare = input(false);

  protected readonly tone = computed(() => woodTone(this.piece().species));
  protected readonly over = computed(() => (this.face() === 'B' ? fullWidth(this.piece()) : null));
  protected readonly marks = computed(() =>
    this.bare() ? [] : this.piece().findings.filter((finding) => showsOn(finding, this.face())),
  );

  protected readonly outline = computed(() => {
    const piece = this.piece();
    const scale = this.pxPerMm();
    const [length, near, far] = [piece.length, piece.width, piece.widthFar ?? piece.width].map(
      (mm) => mm * scale,
    ) as [number, number, number];
    if (this.face() === 'A') return `M0 0H${length}V${far}L0 ${near}Z`;
    const full = Math.max(near, far);
    return `M0 ${full - near}L${length} ${full - far}V${full}H0Z`;
  });

  protected readonly grain = computed(() => {
    const piece = this.piece();
    const scale = this.pxPerMm();
    const height = Math.min(piece.width, piece.widthFar ?? piece.width) * scale;
    const length = piece.length * scale;
    const lines = Math.max(1, Math.floor(height / GRAIN_GAP));
    const top = this.face() === 'A' ? 0 : fullWidth(piece) * scale - height;
    return Array.from({ length: lines }, (_, i) => {
      const y = top + (height * (i + 1)) / (lines + 1);
      const sway = (i % 2 === 0 ? 1 : -1) * Math.min(3, height / 14);
      return `M1 ${y}C${length * 0.3} ${y + sway} ${length * 0.6} ${y - sway} ${length - 1} ${y}`;
    }).join('');
  });
}
