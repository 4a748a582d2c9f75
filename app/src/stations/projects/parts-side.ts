import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { MatTab, MatTabGroup, MatTabContent } from '@angular/material/tabs';
import { inBlanks, type Part, type Project } from '@aldrek/core/project';
import { fitScale } from '../../drawing/scale';
import { PlanDraft } from '../../planning/plan-draft';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { BriefPanel } from './brief-panel';
import { DesignPanel } from './design-panel';
import { PartBar } from './part-bar';
import { PartCard } from './part-card';
import { ProjectView } from './project-view.store';
import { RepairPanel } from './repair-panel';
import { ChoiceField } from '../../ui/choice-field';

type Tab = 'parts' | 'brief' | 'design' | 'repair';

/** The project’s own side: which one it is, its parts to scale, its brief, its design or what is to be repaired. */
@Component({
  selector: 'al-parts-side',
  imports: [
    MatButton,
    MatTooltip,
    BriefPanel,
    DesignPanel,
    PartBar,
    PartCard,
    RepairPanel,
    RouterLink,
    MatTab,
    MatTabGroup,
    MatTabContent,
    ChoiceField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'column gap-10' },
  templateUrl: './parts-side.html',
  styleUrl: './parts-side.scss',
})
export class PartsSide {
  readonly created = output();

  protected readonly view = inject(ProjectView);
  protected readonly store = inject(ShopStore);
  protected readonly actions = inject(ProjectActions);
  private readonly router = inject(Router);
  private readonly following = inject(PlanDraft);
  private readonly partBar = viewChild(PartBar);

  /** Parts that the planer asks for in blanks. */
  protected readonly blanks = computed(() => {
    const [machines, { kerfMm }] = [this.store.machines(), this.store.habits()];
    const parts = this.view.project()?.parts ?? [];
    return new Map(parts.map((part) => [part.id, inBlanks(part, machines, kerfMm)]));
  });

  readonly tab = signal<Tab>('parts');
  protected readonly tabs = computed((): readonly { readonly tab: Tab }[] => [
    { tab: 'parts' },
    { tab: 'brief' },
    { tab: this.view.project()?.kind === 'repair' ? 'repair' : 'design' },
  ]);
  protected readonly tabIndex = computed(() =>
    Math.max(
      0,
      this.tabs().findIndex(({ tab }) => tab === this.tab()),
    ),
  );
  protected readonly projectChoices = computed(() =>
    this.store.projects().map(({ id, name }) => ({ value: id, name })),
  );
  /** Parts of the same thickness, by name. */
  protected readonly jointsText = computed(() => {
    const n = this.view.project()?.joints?.length ?? 0;
    return n === 0 ? '' : ` (${n})`;
  });
  protected readonly groups = computed(() => [
    ...new Set(this.view.project()?.parts.flatMap(({ group }) => (group === undefined ? [] : [group])) ?? []),
  ]);
  protected readonly pxPerMm = computed(() => {
    const parts = this.view.project()?.parts ?? [];
    const longest = parts.reduce((most, part) => Math.max(most, part.length), 300);
    const widest = parts.reduce((most, part) => Math.max(most, part.width), 30);
    return Math.min(fitScale(longest, 134), 46 / widest);
  });
  protected readonly placed = computed(() => {
    const units = new Map<string, Set<number>>();
    for (const cut of this.view.plan()?.cuts ?? [])
      units.set(cut.partId, (units.get(cut.partId) ?? new Set()).add(cut.unit));
    return units;
  });
  /** Parts that lie in the piece under the pointer. */
  protected readonly litParts = computed(() => {
    const id = this.view.litPiece();
    const cuts = this.view.plan()?.cuts.filter((cut) => cut.pieceId === id) ?? [];
    return new Set(cuts.map((cut) => cut.partId));
  });
  protected readonly litName = computed(
    () => this.view.project()?.parts.find(({ id }) => id === this.view.lit())?.name ?? null,
  );

  focusLine(): void {
    this.tab.set('parts');
    // The line is there once the tab has been drawn.
    setTimeout(() => this.partBar()?.focus());
  }

  protected lightNamed(name: string | null): void {
    this.view.light(this.view.project()?.parts.find((part) => part.name === name)?.id ?? null);
  }

  protected shortOf(partId: string): number {
    return this.view.plan()?.missing.find((entry) => entry.partId === partId)?.short ?? 0;
  }

  /** The plan follows a part that is being typed; null when it is left. */
  protected follow(project: Project, part: Part | null): void {
    const parts = project.parts.map((one) => (one.id === part?.id ? part : one));
    this.following.follow(part === null ? null : { ...project, parts });
  }

  protected pick(id: string): void {
    void this.router.navigate(['/projects', id]);
  }

  protected remove(project: Project): void {
    this.actions.remove(project);
    void this.router.navigate(['/projects']);
  }
}
