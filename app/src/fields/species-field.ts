import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { findSpecies, SPECIES, speciesName, type Certainty, type SpeciesId } from '@aldrek/core';

export interface ChosenSpecies {
  readonly species: SpeciesId;
  readonly speciesSure: Certainty;
}

/** A species by any of its names; `?` behind it marks a guess. */
@Component({
  selector: 'al-species-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field">
      <span>{{ label() }}</span>
      <input
        #entry
        list="al-species-names"
        autocomplete="off"
        [value]="text()"
        [attr.aria-invalid]="fault() !== null"
        (focus)="entry.select()"
        (change)="write(entry)"
      />
      <datalist id="al-species-names">
        @for (name of names; track name) {
          <option [value]="name"></option>
        }
      </datalist>
      @if (fault(); as found) {
        <span class="fault" role="alert">{{ found }}</span>
      }
    </label>
  `,
})
export class SpeciesField {
  readonly label = input('species, ? for a guess');
  readonly species = input.required<SpeciesId>();
  readonly sure = input.required<Certainty>();
  readonly changed = output<ChosenSpecies>();

  protected readonly names = SPECIES.map((kind) => kind.name);
  protected readonly text = computed(() => {
    const guess = this.sure() === 'guess' ? '?' : '';
    return this.species() === 'unknown' ? '' : `${speciesName(this.species())}${guess}`;
  });
  protected readonly fault = linkedSignal<string, string | null>({
    source: this.text,
    computation: () => null,
  });

  protected write(entry: HTMLInputElement): void {
    const said = entry.value.trim();
    const name = said.replace(/\s*\?$/, '');
    const species = name === '' ? 'unknown' : findSpecies(name);
    if (species === undefined) {
      this.fault.set(`no species is called “${name}”`);
      return;
    }
    this.fault.set(null);
    const guess = said.endsWith('?') || species === 'unknown';
    this.changed.emit({ species, speciesSure: guess ? 'guess' : 'sure' });
  }
}
