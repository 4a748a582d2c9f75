import { Injectable, inject } from '@angular/core';
import {
  acceptConflicts,
  acceptPlan,
  dropPlanAside,
  exchangePlans,
  inBlanks,
  inOrder,
  keepPlans,
  matchTogether,
  mendWith,
  moveCut,
  overrule,
  putPlanAside,
  releasePlan,
  removeProject,
  samePlace,
  setParts,
  toggleExcluded,
  toggleLock,
  type Bench,
  DEFAULT_ALLOWANCES,
  designParts,
  matesOf,
  WANTED_NAMES,
  type Brief,
  type BrokenPart,
  type Design,
  type Part,
  type PlannedCut,
  type Wanted,
  type PartReading,
  type Project,
  type ProjectPlan,
} from '@aldrek/core/project';
import { applyDelta } from '@aldrek/core/shop';
import { type Piece } from '@aldrek/core/wood';
import { jointsLeft, usualJoints, withJoinery } from '@aldrek/core/floor';
import type { TriedWay } from '../workers/protocol';
import { Ids } from './ids';
import { ShopStore } from './shop.store';
import { Today } from './today';

/** What can be done to projects, their parts and plans, each one step of undo. */
@Injectable({ providedIn: 'root' })
export class ProjectActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);
  private readonly today = inject(Today);

  create(name: string): string {
    const project: Project = { id: this.ids.next(), name, note: '', parts: [] };
    const shop = this.store.shop();
    this.store.change(`new project ${name}`, { ...shop, projects: [...shop.projects, project] });
    return project.id;
  }

  rename(project: Project, name: string, note: string): void {
    this.store.updateProject(`rename ${project.name}`, { ...project, name, note });
  }

  /** Removes a project; pieces that only it had reserved are free again. */
  remove(project: Project): void {
    this.live(`delete ${project.name}`, (bench) => removeProject(bench, project.id));
  }

  /** Matches a project from now on together with these, and with no others. */
  setTogether(project: Project, ids: readonly string[]): void {
    const names = this.store
      .projects()
      .filter(({ id }) => ids.includes(id))
      .map(({ name }) => name);
    const label =
      names.length === 0
        ? `match ${project.name} on its own`
        : `match ${project.name} with ${names.join(', ')}`;
    this.live(label, (bench) => matchTogether(bench, project.id, ids));
  }

  /** Any change of a project that leaves its parts as they are. */
  update(label: string, project: Project): void {
    this.store.updateProject(label, project);
  }

  setBrief(project: Project, brief: Brief): void {
    this.store.updateProject(`brief of ${project.name}`, { ...project, brief });
  }

  setWanted(project: Project, wanted: Wanted): void {
    this.updateMates(`${WANTED_NAMES[wanted]} for ${project.name}`, project, (mate) => ({ ...mate, wanted }));
  }

  /** Fixes a place, or lets it go again. */
  toggleLock(project: Project, cut: PlannedCut): void {
    const fixed = (project.locks ?? []).some((lock) => samePlace(lock, cut) && lock.unit === cut.unit);
    this.live(fixed ? 'let a place go' : 'fix a place', (bench) => toggleLock(bench, project.id, cut));
  }

  /** Keeps a piece out of this project's plans, or lets it back in; places fixed on it are let go. */
  toggleExcluded(project: Project, pieceId: string, tag: string): void {
    const out = project.excluded?.includes(pieceId) === true;
    this.live(out ? `let ${tag} back in` : `leave ${tag} out`, (bench) =>
      toggleExcluded(bench, project.id, pieceId),
    );
  }

  /** Lets pieces in against what their wood forbids, in the maker's words; null takes that back. */
  overrule(project: Project, pieceIds: readonly string[], words: string | null): void {
    const tags = pieceIds.map((id) => this.store.pieceById().get(id)?.tag ?? '').join(', ');
    const said = words === null ? null : { words, day: this.today.get() };
    this.live(words === null ? `keep ${tags} out again` : `let ${tags} in, overruled`, (bench) =>
      overrule(bench, project.id, pieceIds, said),
    );
  }

  /** A cut laid elsewhere by hand: it is fixed there, and the plan at hand shows it so. */
  moveCut(project: Project, from: PlannedCut, to: PlannedCut): void {
    this.live('lay a part elsewhere', (bench) => moveCut(bench, project.id, from, to));
  }

  putBy(project: Project): void {
    this.live('set a plan aside', (bench) => putPlanAside(bench, project.id));
  }

  /** Exchanges the plan at hand and the one put aside. */
  exchangePlans(project: Project): void {
    this.live('exchange the plans', (bench) => exchangePlans(bench, project.id));
  }

  dropPutBy(project: Project): void {
    this.live('drop the plan set aside', (bench) => dropPlanAside(bench, project.id));
  }

  /** One step for the project and those it is matched together with. */
  private updateMates(label: string, project: Project, change: (mate: Project) => Project): void {
    const mates = new Set(this.matesOf(project).map(({ id }) => id));
    const shop = this.store.shop();
    this.store.change(label, {
      ...shop,
      projects: shop.projects.map((other) => (mates.has(other.id) ? change(other) : other)),
    });
  }

  /** A way out of a shortage, with the plan that it was tried with: one step of undo. */
  applyWay({ way, project, pieces, plans }: TriedWay): void {
    this.live(way.title, (bench) => {
      const changed = inOrder({
        pieces: applyDelta(bench.pieces, pieces),
        projects: bench.projects.map((other) => (other.id === project.id ? project : other)),
      });
      return keepPlans(changed, plans);
    });
  }

  /** Parts calculated from a design in place of those there are. */
  setDesign(project: Project, design: Design, sizes: Readonly<Record<string, number>>): void {
    const { parts, ...rest } = this.asDesigned(project, design, sizes);
    this.setParts(`${design.name} to size`, { ...project, ...rest }, parts);
  }

  /** A project as it would be at other sizes of its design; nothing is kept of it. */
  asDesigned(project: Project, design: Design, sizes: Readonly<Record<string, number>>): Project {
    const known = new Map(project.parts.map((part) => [part.name, part]));
    const parts = designParts(design, sizes).map((part): Part => {
      const old = known.get(part.name);
      if (!old) return this.asMilled({ ...part, id: this.ids.next() });
      const { id, species, grade, allowances } = old;
      const single: Part = { ...part, id, species, grade };
      // What was taken apart into single pieces stays so.
      if (old.blank !== undefined) return this.asMilled(single);
      return { ...single, allowances };
    });
    return { ...project, design: { id: design.id, sizes }, parts };
  }

  createFrom(design: Design, sizes: Readonly<Record<string, number>>): string {
    const parts = designParts(design, sizes).map((part) => this.asMilled({ ...part, id: this.ids.next() }));
    const project: Project = {
      id: this.ids.next(),
      name: design.name,
      note: '',
      kind: 'repurpose',
      parts,
      design: { id: design.id, sizes },
      joints: usualJoints(parts, design.id).map((joint) => ({ ...joint, id: this.ids.next() })),
    };
    const shop = this.store.shop();
    this.store.change(`new project ${design.name}`, { ...shop, projects: [...shop.projects, project] });
    return project.id;
  }

  setBroken(project: Project, broken: BrokenPart): void {
    this.store.updateProject(`what is broken in ${project.name}`, { ...project, broken });
  }

  /** The part that mends, to be cut from the piece that is closest. */
  mendFrom(project: Project, part: Omit<Part, 'id'>, chosen: Piece): void {
    const whole = { ...part, id: this.ids.next() };
    this.live(`repair with ${chosen.tag}`, (bench) => mendWith(bench, project.id, whole, chosen.id));
  }

  addParts(project: Project, readings: readonly PartReading[]): void {
    const added: Part[] = [];
    for (const { part } of readings) {
      if (part) added.push(this.asMilled({ ...part, id: this.ids.next(), allowances: DEFAULT_ALLOWANCES }));
    }
    const label = added.length === 1 ? `add ${added[0]?.name ?? ''}` : `add ${added.length} parts`;
    const now = this.now(project);
    this.setParts(label, now, [...now.parts, ...added]);
  }

  /** Parts that are too short for the planer are planned so many to a blank; their card takes them apart again. */
  private asMilled(part: Part): Part {
    const { machines, habits } = this.store.shop().settings;
    return inBlanks(part, machines, habits.kerfMm) ?? part;
  }

  /** The project as it stands: a line that is entered right after another must not take the first one back. */
  private now(project: Project): Project {
    return this.store.projectById().get(project.id) ?? project;
  }

  updatePart(project: Project, part: Part): void {
    const now = this.now(project);
    const parts = now.parts.map((old) => (old.id === part.id ? part : old));
    this.setParts(`edit ${part.name}`, now, parts);
  }

  removePart(project: Project, part: Part): void {
    const now = this.now(project);
    const parts = now.parts.filter((old) => old.id !== part.id);
    this.setParts(`delete ${part.name}`, now, parts);
  }

  /** Keeps plans that were found, in place of those before, unless what one lays out is gone by now. */
  keepPlans(plans: ReadonlyMap<string, ProjectPlan>, label?: string): void {
    const names = this.store
      .projects()
      .filter(({ id }) => plans.has(id))
      .map(({ name }) => name);
    this.live(label ?? `plan for ${names.join(', ')}`, (bench) => keepPlans(bench, plans));
  }

  /**
   * Reserves the pieces of the project's plan, and of the plans made together with it. Answers with the pieces that
   * another plan has, in which case nothing is done.
   */
  accept(project: Project): readonly Piece[] {
    const conflicts = acceptConflicts(this.store.shop(), project.id);
    if (conflicts.length === 0)
      this.live(`accept the plan for ${project.name}`, (bench) => acceptPlan(bench, project.id));
    return conflicts;
  }

  release(project: Project): void {
    this.live(`release the plan for ${project.name}`, (bench) => releasePlan(bench, project.id));
  }

  private matesOf(project: Project): Project[] {
    return matesOf(project, this.store.projects());
  }

  /** Parts in place of those before, as long as their joints ask for; plans go along with them. */
  private setParts(label: string, project: Project, parts: readonly Part[]): void {
    const { id, parts: _parts, joints: before = [], ...more } = project;
    const joints = jointsLeft({ parts, joints: before });
    const joined = withJoinery(parts, joints);
    this.live(label, (bench) =>
      setParts(bench, id, joined, before.length === 0 ? more : { ...more, joints }),
    );
  }

  /** A deed of the life of plans, as one step of undo. */
  private live(label: string, deed: (bench: Bench) => Bench): void {
    const shop = this.store.shop();
    const { pieces, projects } = deed({ pieces: shop.pieces, projects: shop.projects });
    this.store.change(label, { ...shop, pieces, projects });
  }
}
