import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  basisOf,
  hasMetal,
  nearestMiss,
  partLetter,
  planForProject,
  projectInstance,
  formatLength,
  speciesLabel,
  type Part,
  type Piece,
  type PlannedCut,
  type Project,
} from '@aldrek/core';
import { PlanBoard } from '../../drawing/plan-board';
import { Ruler } from '../../drawing/ruler';
import { fitScale, scaleNote } from '../../drawing/scale';
import { widthOf } from '../../drawing/width-of';
import { Keys } from '../../shell/keys';
import { MatchStore } from '../../state/match.store';
import { ProjectActions } from '../../state/project-actions';
import { ShopStore } from '../../state/shop.store';
import { PartBar } from './part-bar';
import { PartCard } from './part-card';

interface PlanRow {
  readonly piece: Piece;
  readonly cuts: readonly PlannedCut[];
  readonly species: string;
  readonly metal: boolean;
}

interface Shortage {
  readonly part: Part;
  readonly letter: string;
  readonly short: number;
  readonly why: string;
}

/** Room for tags beside the boards, px. */
const LABEL_ROOM = 190;

/** Projects: parts on one side, and how they lie in the pieces of the rack on the other. */
@Component({
  selector: 'al-projects',
  imports: [Ruler, PlanBoard, PartCard, PartBar, RouterLink],
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
  private readonly bench = viewChild<ElementRef<HTMLElement>>('bench');
  private readonly partBar = viewChild(PartBar);
  private readonly benchPx = widthOf(this.bench, 760);

  protected readonly project = computed((): Project | null => {
    const { projectById, projects } = this.store;
    return projectById().get(this.projectId() ?? '') ?? projects()[0] ?? null;
  });
  protected readonly lit = signal<string | null>(null);
  protected readonly litPiece = signal<string | null>(null);
  protected readonly naming = signal(false);

  private readonly instance = computed(() => {
    const project = this.project();
    return project && projectInstance(project, this.store.pieces(), this.store.habits());
  });
  protected readonly matching = computed(
    () => this.match.running() && this.match.projectId() === this.project()?.id,
  );
  /** The plan in view: the best so far while matching, else the one that is kept. */
  protected readonly plan = computed(() => {
    const instance = this.instance();
    const running = this.match.plan();
    if (this.matching() && running && instance) return planForProject(running, instance);
    return this.project()?.plan ?? null;
  });
  protected readonly stale = computed(() => {
    const plan = this.project()?.plan;
    const instance = this.instance();
    return plan !== undefined && instance !== null && !this.matching() && plan.basis !== basisOf(instance);
  });

  protected readonly letters = computed(
    () => new Map(this.project()?.parts.map((part, i) => [part.id, partLetter(i)])),
  );
  protected readonly names = computed(
    () => new Map(this.project()?.parts.map((part) => [part.id, part.name])),
  );
  protected readonly rows = computed((): PlanRow[] => {
    const byPiece = new Map<string, PlannedCut[]>();
    for (const cut of this.plan()?.cuts ?? []) {
      byPiece.set(cut.pieceId, [...(byPiece.get(cut.pieceId) ?? []), cut]);
    }
    return [...byPiece]
      .flatMap(([id, cuts]) => {
        const piece = this.store.pieceById().get(id);
        return piece ? [{ piece, cuts, species: speciesLabel(piece), metal: hasMetal(piece) }] : [];
      })
      .sort((a, b) => b.piece.length - a.piece.length);
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
      this.rows()
        .find((row) => row.piece.id === id)
        ?.cuts.map((cut) => cut.partId),
    );
  });

  private readonly longest = computed(() =>
    this.rows().reduce((most, row) => Math.max(most, row.piece.length), 600),
  );
  protected readonly pxPerMm = computed(() =>
    fitScale(this.longest(), Math.max(120, this.benchPx() - LABEL_ROOM)),
  );
  protected readonly rulerMm = computed(() => (this.benchPx() - 2) / this.pxPerMm());
  protected readonly scaleNote = computed(() => scaleNote(this.pxPerMm()));
  protected readonly partPxPerMm = computed(() => {
    const longest = this.project()?.parts.reduce((most, part) => Math.max(most, part.length), 300) ?? 300;
    const widest = this.project()?.parts.reduce((most, part) => Math.max(most, part.width), 30) ?? 30;
    return Math.min(fitScale(longest, 134), 46 / widest);
  });

  protected readonly summary = computed(() => {
    const plan = this.plan();
    if (!plan) return null;
    const offcuts = plan.cuts.filter((cut) => cut.partId === 'offcut').length;
    const boards = this.rows().length;
    const words = [
      `${boards} ${boards === 1 ? 'board' : 'boards'}`,
      `spends ${plan.spentM2.toFixed(2)} m² of face`,
      `keeps ${offcuts} ${offcuts === 1 ? 'offcut' : 'offcuts'}`,
    ];
    return words.join(' · ');
  });
  protected readonly quality = computed(() => {
    const over = this.plan()?.atMostOver;
    if (over === null || over === undefined) return null;
    if (over < 0.0005) return 'no plan can spend less (proven)';
    return `at most ${(over * 100).toFixed(over < 0.1 ? 1 : 0)} % above the least possible (proven)`;
  });

  protected readonly shortages = computed((): Shortage[] => {
    const project = this.project();
    const plan = this.plan();
    const instance = this.instance();
    if (!project || !plan || !instance || this.matching()) return [];
    return plan.missing.flatMap(({ partId, short }) => {
      const index = project.parts.findIndex((part) => part.id === partId);
      const part = project.parts[index];
      if (!part) return [];
      return [{ part, short, letter: partLetter(index), why: this.whyShort(part, instance, plan.cuts) }];
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
      ],
    });
  }

  protected pickProject(id: string): void {
    this.naming.set(false);
    void this.router.navigate(['/projects', id]);
  }

  protected shortOf(partId: string): number {
    return this.plan()?.missing.find((entry) => entry.partId === partId)?.short ?? 0;
  }

  protected percentCovered(): string {
    return `${Math.floor((this.match.plan()?.coverage ?? 0) * 100)} %`;
  }

  protected create(): undefined {
    const taken = new Set(this.store.projects().map((project) => project.name));
    let name = 'New project';
    for (let i = 2; taken.has(name); i++) name = `New project ${i}`;
    const id = this.actions.create(name);
    void this.router.navigate(['/projects', id]);
    this.naming.set(true);
    setTimeout(() => document.querySelector<HTMLInputElement>('#project-name')?.select());
  }

  protected rename(project: Project, name: string, note: string): void {
    this.actions.rename(project, name.trim() === '' ? project.name : name.trim(), note.trim());
  }

  protected remove(project: Project): void {
    this.naming.set(false);
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

  private whyShort(
    part: Part,
    instance: NonNullable<ReturnType<typeof this.instance>>,
    cuts: readonly PlannedCut[],
  ): string {
    const miss = nearestMiss(instance, part.id, cuts);
    const size = (mm: number): string => formatLength(Math.floor(mm * 10) / 10, this.store.unit());
    if (!miss || instance.boards.length === 0) return 'There is no free piece on the rack.';
    if (miss.ofSpecies === 0) return 'No free piece is of that species.';
    if (miss.thickEnough === 0)
      return `No free piece of that species is ${size(miss.neededThickness)} thick.`;
    const needed = `needed ${size(miss.neededLength)} × ${size(miss.neededWidth)} with allowances`;
    if (!miss.longestLeft) return `Nothing ${size(miss.neededWidth)} wide is left clear; ${needed}.`;
    const tag = this.store.pieceById().get(miss.longestLeft.boardId)?.tag ?? '';
    const by = miss.neededLength - miss.longestLeft.length;
    const gap = by > 0 ? `, short by ${size(by)}` : '';
    return `Longest left clear at that width: ${size(miss.longestLeft.length)}, in ${tag}; ${needed}${gap}.`;
  }
}
