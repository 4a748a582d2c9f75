import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import {
  MatAutocomplete,
  MatAutocompleteTrigger,
  MatOption,
  type MatAutocompleteSelectedEvent,
} from '@angular/material/autocomplete';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { commandsFor, type Command, type CommandSources } from './command-list';

/** The keys that mark another of the list. */
const MARKING: ReadonlySet<string> = new Set(['ArrowDown', 'ArrowUp', 'PageDown', 'PageUp']);

/** One line that leads anywhere: stations, pieces by tag, projects, and what can be done here. */
@Component({
  selector: 'al-command-palette',
  imports: [ReactiveFormsModule, MatAutocomplete, MatAutocompleteTrigger, MatOption, MatFormField, MatInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-form-field>
      <input
        matInput
        cdkFocusInitial
        aria-label="Go to, or do"
        placeholder="a station, a tag, a project, something to do"
        autocomplete="off"
        [formControl]="query"
        [matAutocomplete]="offers"
        (input)="marked = false"
      />
    </mat-form-field>
    <mat-autocomplete
      #offers
      autoActiveFirstOption
      hideSingleSelectionIndicator
      [displayWith]="nameOf"
      (optionSelected)="choose($event)"
      (closed)="closed()"
    >
      @for (command of offered(); track command.id) {
        <mat-option [value]="command">
          <span class="line in-line">
            <span class="name strong">{{ command.name }}</span>
            <span class="muted grow">{{ command.about }}</span>
            @if (command.key) {
              <kbd>{{ command.key }}</kbd>
            }
          </span>
        </mat-option>
      } @empty {
        <mat-option disabled [value]="null">Nothing is called that.</mat-option>
      }
    </mat-autocomplete>
  `,
  styles: `
    :host {
      display: block;
      padding: 14px;
    }
    .line {
      display: flex;
      width: min(480px, 76vw);
      gap: 10px;
    }
  `,
})
export class CommandPalette {
  private readonly sources = inject<CommandSources>(MAT_DIALOG_DATA);
  private readonly ref = inject<MatDialogRef<CommandPalette, Command>>(MatDialogRef);
  private readonly trigger = viewChild.required(MatAutocompleteTrigger);
  protected readonly query = new FormControl<string | Command>('', { nonNullable: true });
  private readonly asked = toSignal(this.query.valueChanges, { initialValue: '' });
  protected readonly offered = computed(() => {
    const asked = this.asked();
    return commandsFor(typeof asked === 'string' ? asked : asked.name, this.sources);
  });

  /** Whether a key has marked one of the list since the last letter. */
  protected marked = false;

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    host.addEventListener('keydown', (event) => this.takeFirst(event), { capture: true });
  }

  protected readonly nameOf = (command: Command | string): string =>
    typeof command === 'string' ? command : command.name;

  protected choose({ option }: MatAutocompleteSelectedEvent): void {
    this.ref.close(option.value as Command);
  }

  /**
   * Enter may come before the list shows what was typed last, and would take the first of the list before. Where no
   * arrow has marked another since, it takes the first of what is offered now. Heard before the list hears it.
   */
  private takeFirst(event: KeyboardEvent): void {
    if (MARKING.has(event.key)) this.marked = true;
    if (event.key !== 'Enter' || this.marked) return;
    event.preventDefault();
    event.stopPropagation();
    const [first] = this.offered();
    if (first) this.ref.close(first);
  }

  /** Esc closes the list, and with it the palette. */
  protected closed(): void {
    if (!this.trigger().panelOpen && typeof this.query.value === 'string') this.ref.close();
  }
}
