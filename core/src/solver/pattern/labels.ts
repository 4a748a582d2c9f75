/**
 * Labels of one band as flat arrays: where each ends, its worth, the label before, its slot, and what its path has used of
 * each want. They are made anew thousands of times a second, so the arrays are kept and used over and over, by one band
 * at a time.
 */

/** Labels of one band at the most; further ones are not followed. A step holds three, each put on by up to 17 others. */
export const MOST_LABELS = 6000;

export class Labels<S> {
  many = 0;
  readonly at = new Float64Array(MOST_LABELS);
  readonly worth = new Float64Array(MOST_LABELS);
  readonly parent = new Int32Array(MOST_LABELS);
  readonly slot: (S | null)[] = [];
  private wants = 0;
  /** By label, then want: MOST_LABELS × wants figures at the most, grown as labels are. */
  private used = new Float64Array(0);

  /** Begins with no label, for so many wants. */
  begin(wants: number): void {
    this.many = 0;
    this.wants = wants;
  }

  /** A new label's number; its path has used what that of `parent` has. */
  add(at: number, worth: number, parent: number, slot: S | null): number {
    const { wants } = this;
    const label = this.many++;
    this.at[label] = at;
    this.worth[label] = worth;
    this.parent[label] = parent;
    this.slot[label] = slot;
    const own = label * wants;
    if (own + wants > this.used.length) {
      const larger = new Float64Array(2 * (own + wants) + 1024);
      larger.set(this.used);
      this.used = larger;
    }
    if (parent < 0) this.used.fill(0, own, own + wants);
    else this.used.copyWithin(own, parent * wants, (parent + 1) * wants);
    return label;
  }

  use(label: number, want: number, much: number): void {
    const at = label * this.wants + want;
    this.used[at] = (this.used[at] as number) + much;
  }

  usedBy(label: number, want: number): number {
    return this.used[label * this.wants + want] as number;
  }
}
