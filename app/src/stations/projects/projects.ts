import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  asOne,
  basisOf,
  findingsInTheWay,
  groupFaults,
  groupsTogether,
  impossibleParts,
  KnownBoards,
  layoutFaults,
  matesOf,
  nearestMiss,
  OFFCUT_ID,
  partAreaMm2,
  projectInstance,
  speciesById,
  WANTED,
  WANTED_ABOUT,
  WANTED_NAMES,
  type FindingInTheWay,
  type MatchInstance,
  type MatchStep,
  type Part,
  type Piece,
  type PlannedCut,
  type Project,
  type Wanted,
} from '@aldrek/core';
import { fitScale } from '../../drawing/scale';
import { Keys } from '../../shell/keys';
import { MatchStore } from '../../state/match.store';
import { ProjectActions } from '../../state/project-actions';
import { ShopStore } from '../../state/shop.store';
import { WhatIf } from '../../state/what-if';
import { lettersOf, namesOf, othersOf } from './part-names';
import { BriefPanel } from './brief-panel';
import { DesignPanel } from './design-panel';
import { MatesMenu } from './mates-menu';
import { PanelView } from './panel-view';
import { PartBar } from './part-bar';
import { PartCard } from './part-card';
import { qualityWords, summaryWords, whyShort } from './plan-words';
import { PlanBench } from './plan-bench';
import { PlanCompare } from './plan-compare';
import { RepairPanel } from './repair-panel';
import { WaysPanel } from './ways-panel';

type Tab = 'parts' | 'brief' | 'design' | 'mend';

interface Shortage {
  readonly part: Part;
  readonly letter: string;
  readonly short: number;
  readonly why: string;
}

/** What the search is at, in plain words. */
const STAGES: Readonly<Record<MatchStep['stage'], string>> = {
  first: 'the first plan',
  greedy: 'board by board',
  prices: 'weighing what each part costs to cut',
  dive: 'settling board after board',
  improve: 'taking a few boards up again and laying them better',
};

/** Projects: parts on one side, and how they lie in the pieces of the rack on the other. */
@Component({
  selector: 'al-projects',
  imports: [
    PlanBench,
    MatesMenu,
    PanelView,
    PlanCompare,
    WaysPanel,
    BriefPanel,
    DesignPanel,
    RepairPanel,
    PartCard,
    PartBar,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './projects.html',
  styleUrl: './projects.scss',
})
export class Projects {
  readonly projectId = input<string>();

  protected readonly store = inject(ShopStore);
  protected readonly match = inject(MatchStore);
  protected readonly actions = inject(ProjectActions);
  private readonly router = inject(Router);
  private readonly partBar = viewChild(PartBar);
  private readonly planBench = viewChild(PlanBench);
  private readonly waysPanel = viewChild(WaysPanel);
  private readonly whatIf = inject(WhatIf);
  protected readonly tab = signal<Tab>('parts');
  protected readonly wanteds = WANTED.map((wanted) => ({
    wanted,
    name: WANTED_NAMES[wanted],
    about: WANTED_ABOUT[wanted],
  }));

  protected readonly project = computed((): Project | null => {
    const { projectById, projects } = this.store;
    return projectById().get(this.projectId() ?? '') ?? projects()[0] ?? null;
  });
  protected readonly tabs = computed((): readonly { readonly tab: Tab; readonly name: string }[] => [
    { tab: 'parts', name: 'Parts' },
    { tab: 'brief', name: 'Brief' },
    this.project()?.kind === 'repair' ? { tab: 'mend', name: 'Mend' } : { tab: 'design', name: 'Design' },
  ]);
  protected readonly stageText = computed(() => STAGES[this.match.stage()]);
  protected readonly lit = signal<string | null>(null);
  protected readonly litPiece = signal<string | null>(null);

  /** The project and those it is matched together with. */
  protected readonly mates = computed((): readonly Project[] => {
    const project = this.project();
    return project ? matesOf(project, this.store.projects()) : [];
  });
  protected readonly matesNames = computed(() =>
    this.mates()
      .filter(({ id }) => id !== this.project()?.id)
      .map(({ name }) => name)
      .join(', '),
  );
  private readonly rules = computed(() => {
    const [habits, machines] = [this.store.habits(), this.store.machines()];
    return { habits, machines, known: new KnownBoards(habits, machines) };
  });
  protected readonly instance = computed(() => {
    const project = this.project();
    if (!project) return null;
    const mates = this.mates();
    return projectInstance(asOne(mates), this.store.pieces(), this.rules(), groupsTogether(mates));
  });
  protected readonly matching = computed(() => this.match.projectIds().includes(this.project()?.id ?? ''));
  /** The plan in view: the best so far while matching, else the one that is kept. */
  protected readonly plan = computed(() => {
    const running = this.match.plans()?.get(this.project()?.id ?? '');
    return this.matching() && running ? running : (this.project()?.plan ?? null);
  });
  protected readonly stale = computed(() => {
    const plan = this.project()?.plan;
    const instance = this.instance();
    if (plan === undefined || instance === null || this.matching()) return false;
    const basis = basisOf(instance);
    // A mate's plan of other times might want the same wood.
    return this.mates().some((mate) => mate.plan?.basis !== basis);
  });

  protected readonly letters = computed(() => lettersOf(this.mates()));
  protected readonly names = computed(() => namesOf(this.project(), this.mates()));
  protected readonly theirs = computed(() => othersOf(this.project(), this.mates()));
  protected readonly cutPieces = computed((): readonly Piece[] => {
    const ids = new Set(this.plan()?.cuts.map(({ pieceId }) => pieceId));
    return [...ids].flatMap((id) => this.store.pieceById().get(id) ?? []);
  });
  /** What the plan cuts, and what those of its mates do. */
  private readonly allCuts = computed((): readonly PlannedCut[] => {
    const id = this.project()?.id;
    const theirs = this.mates().flatMap((mate) => (mate.id === id ? [] : (mate.plan?.cuts ?? [])));
    return [...(this.plan()?.cuts ?? []), ...theirs.filter(({ partId }) => partId !== OFFCUT_ID)];
  });
  protected readonly placedCounts = computed(() => {
    const units = new Map<string, Set<number>>();
    for (const cut of this.plan()?.cuts ?? []) {
      units.set(cut.partId, (units.get(cut.partId) ?? new Set()).add(cut.unit));
    }
    return units;
  });
  protected readonly litParts = computed(() => {
    const id = this.litPiece();
    return new Set(
      this.plan()
        ?.cuts.filter((cut) => cut.pieceId === id)
        .map((cut) => cut.partId),
    );
  });

  protected readonly scaleNote = computed(() => this.planBench()?.scaleNote() ?? '');
  protected readonly pxPerMm = computed(() => this.planBench()?.pxPerMm() ?? 0.3);
  protected readonly partPxPerMm = computed(() => {
    const longest = this.project()?.parts.reduce((most, part) => Math.max(most, part.length), 300) ?? 300;
    const widest = this.project()?.parts.reduce((most, part) => Math.max(most, part.width), 30) ?? 30;
    return Math.min(fitScale(longest, 134), 46 / widest);
  });

  protected readonly summary = computed(() => {
    const plan = this.plan();
    return plan && summaryWords(plan, this.cutPieces().length);
  });
  protected readonly quality = computed(() => {
    const plan = this.plan();
    return plan && qualityWords(plan, this.mates().length > 1);
  });

  /** What is wrong with the question itself, before anything is searched. */
  protected readonly doubts = computed((): readonly string[] => {
    const [project, instance] = [this.project(), this.instance()];
    if (!project || !instance || project.parts.length === 0) return [];
    const words = groupFaults(project);
    if (instance.boards.length === 0)
      return [...words, 'There is no free piece on the rack: tally some, or release a plan.'];
    const told = new Set(this.plan()?.missing.map(({ partId }) => partId));
    for (const id of impossibleParts(instance)) {
      if (told.has(id)) continue;
      const part = project.parts.find((one) => one.id === id);
      if (part)
        words.push(
          `${part.name} can’t be cut from any single piece here. ${this.whyShort(part, instance, [])}`,
        );
    }
    const cuts = (project.locks ?? []).map(({ pieceId, ...cut }) => ({ ...cut, boardId: pieceId }));
    for (const boardId of new Set(cuts.map((cut) => cut.boardId))) {
      const fault = layoutFaults(
        instance,
        cuts.filter((cut) => cut.boardId === boardId),
      )[0];
      const tag = this.store.pieceById().get(boardId)?.tag ?? '';
      if (fault !== undefined)
        words.push(
          `What is fixed on ${tag} breaks a rule since something changed; let it go there, or change it back.`,
        );
    }
    return words;
  });
  protected readonly misses = computed(() => {
    const [instance, plan] = [this.instance(), this.plan()];
    const longest = new Map<string, number>();
    const thickest = new Map<string, number>();
    const inTheWay = new Map<string, readonly FindingInTheWay[]>();
    if (instance && plan && !this.matching()) {
      for (const { partId } of plan.missing) {
        const part = this.project()?.parts.find(({ id }) => id === partId);
        if (part)
          inTheWay.set(
            partId,
            findingsInTheWay(part, instance, this.store.pieces(), this.allCuts(), this.rules()),
          );
        const miss = nearestMiss(instance, partId, this.allCuts());
        if (!miss) continue;
        longest.set(partId, miss.longestLeft?.length ?? 0);
        thickest.set(partId, miss.thickest);
      }
    }
    return { longest, thickest, inTheWay };
  });
  protected readonly shortCounts = computed(
    () => new Map(this.shortages().map(({ part, short }) => [part.id as string, short])),
  );
  protected readonly weightKg = computed(() =>
    (this.project()?.parts ?? []).reduce((sum, part) => {
      const species = part.species === 'any' ? (this.cutPieces()[0]?.species ?? '') : (part.species[0] ?? '');
      const density = speciesById(species)?.densityKgM3 ?? 600;
      return sum + (partAreaMm2(part) * part.thickness * part.qty * density) / 1e9;
    }, 0),
  );
  protected readonly hasPanels = computed(
    () => this.project()?.parts.some(({ make }) => make?.kind === 'panel') ?? false,
  );

  protected readonly shortages = computed((): Shortage[] => {
    const project = this.project();
    const plan = this.plan();
    const instance = this.instance();
    if (!project || !plan || !instance || this.matching()) return [];
    return plan.missing.flatMap(({ partId, short }) => {
      const part = project.parts.find(({ id }) => id === partId);
      if (!part) return [];
      return [
        {
          part,
          short,
          letter: this.letters().get(part.id) ?? '',
          why: this.whyShort(part, instance, this.allCuts()),
        },
      ];
    });
  });

  constructor() {
    inject(Keys).use({
      title: 'Projects',
      bindings: [
        { keys: ['t'], shown: 'T', does: 'write on the part line', run: () => this.partBar()?.focus() },
        { keys: ['n'], shown: 'N', does: 'new project', run: () => this.create() },
        { keys: ['m'], shown: 'M', does: 'match, or stop and keep the best', run: () => this.matchOrStop() },
        { keys: ['a'], shown: 'A', does: 'accept the plan', run: () => this.accept() },
        { keys: ['w'], shown: 'W', does: 'try the ways out of a shortage', run: () => this.tryWays() },
        { keys: ['p'], shown: 'P', does: 'put the plan by, to compare', run: () => this.putBy() },
      ],
    });
  }

  private tryWays(): boolean {
    const ways = this.waysPanel()?.ways();
    const project = this.project();
    if (!ways || !project || this.whatIf.running() !== null) return false;
    this.whatIf.tryWays(project, ways);
    return true;
  }

  protected putBy(): boolean {
    const project = this.project();
    if (!project?.plan || this.match.running()) return false;
    this.actions.putBy(project);
    return true;
  }

  protected pickWanted(project: Project, text: string): void {
    const wanted = WANTED.find((option): option is Wanted => option === text);
    if (wanted) this.actions.setWanted(project, wanted);
  }

  /** After a part was laid elsewhere the rest is laid anew around it. */
  protected again(): void {
    const project = this.project();
    if (project && !this.match.running() && project.plan?.accepted !== true) this.match.start(project);
  }

  protected partNamed(name: string | null): string | null {
    return this.project()?.parts.find((part) => part.name === name)?.id ?? null;
  }

  protected nameLit(): string | null {
    return this.project()?.parts.find((part) => part.id === this.lit())?.name ?? null;
  }

  protected pickProject(id: string): void {
    void this.router.navigate(['/projects', id]);
  }

  protected shortOf(partId: string): number {
    return this.plan()?.missing.find((entry) => entry.partId === partId)?.short ?? 0;
  }

  protected percentCovered(): string {
    return `${Math.floor((this.plan()?.coverage ?? 0) * 100)} %`;
  }

  protected create(): undefined {
    const taken = new Set(this.store.projects().map((project) => project.name));
    let name = 'New project';
    for (let i = 2; taken.has(name); i++) name = `New project ${i}`;
    const id = this.actions.create(name);
    void this.router.navigate(['/projects', id]);
    this.tab.set('brief');
    setTimeout(() => document.querySelector<HTMLInputElement>('#project-name')?.select());
  }

  protected remove(project: Project): void {
    this.actions.remove(project);
    void this.router.navigate(['/projects']);
  }

  protected matchOrStop(): boolean {
    const project = this.project();
    if (this.match.running()) this.match.stop();
    else if (project && project.parts.length > 0 && project.plan?.accepted !== true)
      this.match.start(project);
    else return false;
    return true;
  }

  protected accept(): boolean {
    const project = this.project();
    if (!project?.plan || project.plan.accepted || this.stale() || this.match.running()) return false;
    this.actions.accept(project);
    return true;
  }

  private whyShort(part: Part, instance: MatchInstance, cuts: readonly PlannedCut[]): string {
    const tagOf = (id: string): string => this.store.pieceById().get(id)?.tag ?? '';
    return whyShort(part.id, instance, cuts, tagOf, this.store.unit());
  }
}
