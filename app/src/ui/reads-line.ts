import { booleanAttribute, DestroyRef, Directive, ElementRef, inject, input, output } from '@angular/core';
import { formatLength } from '@aldrek/core/wood';
import { LENGTH_UNIT } from '../format/length-unit';
import { ReadingFields } from './reading-fields';

/** A line of text that takes a caliper's reading where the caret stands. */
@Directive({ selector: 'input[alReadsLine], textarea[alReadsLine]' })
export class ReadsLine {
  readonly alReadsLine = input(true, { transform: booleanAttribute });
  /** The whole line with the reading in it. */
  readonly lineRead = output<string>();
  private readonly unit = inject(LENGTH_UNIT);

  constructor() {
    const element = inject<ElementRef<HTMLInputElement | HTMLTextAreaElement>>(ElementRef).nativeElement;
    const gone = inject(ReadingFields).add({
      element,
      reads: () => (this.alReadsLine() ? 'line' : null),
      take: (mm) => {
        const text =
          this.unit() === 'mm' ? String(Math.round(mm * 10) / 10) : `${formatLength(mm, 'inch', 64)}"`;
        const end = element.value.length;
        element.setRangeText(text, element.selectionStart ?? end, element.selectionEnd ?? end, 'end');
        this.lineRead.emit(element.value);
        return true;
      },
    });
    inject(DestroyRef).onDestroy(gone);
  }
}
