import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { findSpecies, SPECIES, speciesName, type Certainty, type SpeciesId } from '@aldrek/core/wood';
import { TextField } from './text-field';

export interface ChosenSpecies {
  readonly species: SpeciesId;
  readonly speciesSure: Certainty;
}

/** A species by any of its names; `?` behind it marks a guess. */
@Component({
  selector: 'al-species-field',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<al-text-field
    [label]="label()"
    [value]="text()"
    [names]="names"
    [fault]="fault()"
    (changed)="write($event)"
  />`,
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

  protected write(said: string): void {
    const name = said.replace(/\s*\?$/, '').trim();
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
