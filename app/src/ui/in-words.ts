import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { TextField } from './text-field';

/** What is passed only with a reason: asked for by a tap, said in the maker’s own words. */
@Component({
  selector: 'al-in-words',
  imports: [MatButton, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (open()) {
      <al-text-field [label]="label()" [value]="words()" [longest]="200" (changed)="words.set($event)" />
      <button type="button" matButton="outlined" [disabled]="words().trim() === ''" (click)="say()">
        {{ deed() }}
      </button>
    } @else {
      <button type="button" matButton="outlined" (click)="open.set(true)">{{ ask() }}</button>
    }
  `,
  styles: `
    :host {
      display: grid;
      justify-items: start;
      gap: 6px;
    }
    al-text-field {
      width: 100%;
    }
  `,
})
export class InWords {
  readonly ask = input.required<string>();
  readonly label = input.required<string>();
  readonly deed = input.required<string>();
  readonly said = output<string>();
  protected readonly open = signal(false);
  protected readonly words = signal('');

  protected say(): void {
    this.said.emit(this.words().trim());
    this.open.set(false);
    this.words.set('');
  }
}
