import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  viewChild,
} from '@angular/core';
import type { Choice } from '../../ui/choice-field';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { Keys } from '../../keys/keys';
import { Notices } from '../../notices/notices';
import { MatchStore } from '../../planning/match.store';
import { Planning } from '../../planning/planning';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';
import { WhatIf } from '../../planning/what-if';
import { ByHand } from './by-hand';
import { PanelView } from './panel-view';
import { PartsSide } from './parts-side';
import { PlanActions } from './plan-actions';
import { PlanBench } from './plan-bench';
import { PlanCompare } from './plan-compare';
import { PlanHead } from './plan-head';
import { PlanNotes } from './plan-notes';
import { ProjectView } from './project-view.store';
import { WaysPanel } from './ways-panel';
import { Hint } from '../../first-job/hint';
import { isNarrow } from '../../ui/narrow';
import { ToggleField } from '../../ui/toggle-field';

/** Projects: parts on one side, and how they lie in the pieces of the rack on the other. */
@Component({
  selector: 'al-projects',
  imports: [
    MatButton,
    PanelView,
    PartsSide,
    PlanActions,
    PlanBench,
    PlanCompare,
    PlanHead,
    PlanNotes,
    RouterLink,
    WaysPanel,
    Hint,
    ToggleField,
  ],
  providers: [ProjectView, ByHand],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './projects.html',
  styleUrl: './projects.scss',
})
export class Projects {
  readonly projectId = input<string>();

  protected readonly view = inject(ProjectView);
  protected readonly match = inject(MatchStore);
  protected readonly byHand = inject(ByHand);
  private readonly actions = inject(ProjectActions);
  private readonly store = inject(ShopStore);
  private readonly whatIf = inject(WhatIf);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  private readonly partsSide = viewChild(PartsSide);
  private readonly bench = viewChild(PlanBench);

  protected readonly scaleNote = computed(() => this.bench()?.scaleNote() ?? '');
  protected readonly pxPerMm = computed(() => this.bench()?.pxPerMm() ?? 0.3);
  protected readonly hasPanels = computed(
    () => this.view.project()?.parts.some(({ make }) => make?.kind === 'panel') ?? false,
  );

  /** Where there is no room for both, parts or plan are shown in turn; the plan first, once there is one. */
  protected readonly narrow = isNarrow(1020);
  protected readonly chosenSide = linkedSignal<string | undefined, 'parts' | 'plan' | null>({
    source: () => this.view.project()?.id,
    computation: () => null,
  });
  protected readonly side = computed(() => this.chosenSide() ?? (this.view.plan() ? 'plan' : 'parts'));
  protected readonly sides = computed((): readonly Choice<'parts' | 'plan'>[] => {
    const short = this.view.shortages().length;
    return [
      { value: 'parts', name: `Parts ${this.view.project()?.parts.length ?? 0}` },
      { value: 'plan', name: short > 0 ? `Plan, ${short} short` : 'Plan' },
    ];
  });

  constructor() {
    effect(() => {
      this.view.show(this.projectId() ?? null);
    });
    inject(Planning).watch(() => this.view.project()?.id ?? null);
    inject(Keys).use({
      title: 'Projects',
      bindings: [
        { keys: ['t'], shown: 'T', does: 'write on the part line', run: () => this.partsSide()?.focusLine() },
        { keys: ['n'], shown: 'N', does: 'new project', run: () => this.create() },
        { keys: ['m'], shown: 'M', does: 'match, or stop and keep the best', run: () => this.matchOrStop() },
        { keys: ['a'], shown: 'A', does: 'accept the plan', run: () => this.accept() },
        { keys: ['w'], shown: 'W', does: 'try the ways out of a shortage', run: () => this.tryWays() },
        { keys: ['p'], shown: 'P', does: 'set the plan aside to compare', run: () => this.putAside() },
      ],
    });
  }

  protected create(): undefined {
    const taken = new Set(this.store.projects().map((project) => project.name));
    let name = 'New project';
    for (let i = 2; taken.has(name); i++) name = `New project ${i}`;
    const id = this.actions.create(name);
    void this.router.navigate(['/projects', id]);
    this.partsSide()?.tab.set('brief');
    setTimeout(() => {
      this.partsSide()?.tab.set('brief');
      setTimeout(() => document.querySelector<HTMLInputElement>('#project-name input')?.select());
    });
  }

  protected matchOrStop(): boolean {
    const project = this.view.project();
    this.chosenSide.set('plan');
    if (this.match.running()) this.match.stop();
    else if (project && project.parts.length > 0 && project.plan?.accepted !== true)
      this.match.start(project);
    else return false;
    return true;
  }

  protected accept(): boolean {
    const project = this.view.project();
    if (!project?.plan || project.plan.accepted || this.match.running()) return false;
    if (this.view.changes().length > 0 || this.view.cutPieces().length === 0) return false;
    const taken = this.actions.accept(project);
    if (taken.length > 0)
      this.notices.say(
        `Not accepted: ${taken.map(({ tag }) => tag).join(', ')} is reserved for another project by now. Match again.`,
      );
    return true;
  }

  protected putAside(): boolean {
    const project = this.view.project();
    if (!project?.plan || this.match.running()) return false;
    this.actions.putBy(project);
    return true;
  }

  private tryWays(): boolean {
    const project = this.view.project();
    const offered = this.view.look()?.ways ?? [];
    if (offered.length === 0 || !project || this.whatIf.running() !== null) return false;
    this.whatIf.tryWays(project);
    return true;
  }
}
