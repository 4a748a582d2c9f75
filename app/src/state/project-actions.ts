import { Injectable, inject } from '@angular/core';
import {
  DEFAULT_ALLOWANCES,
  designParts,
  WANTED_NAMES,
  type Brief,
  type BrokenPart,
  type Design,
  type Part,
  type Piece,
  type PlannedCut,
  type Wanted,
  type WayOut,
  type PartReading,
  type Project,
  type ProjectPlan,
} from '@aldrek/core';
import { freed } from './reservations';
import { Ids } from './ids';
import { ShopStore } from './shop.store';

/** What can be done to projects, their parts and plans, each one step of undo. */
@Injectable({ providedIn: 'root' })
export class ProjectActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);

  create(name: string): string {
    const project: Project = { id: this.ids.next(), name, note: '', parts: [] };
    const shop = this.store.shop();
    this.store.change(`new project ${name}`, { ...shop, projects: [...shop.projects, project] });
    return project.id;
  }

  rename(project: Project, name: string, note: string): void {
    this.store.updateProject(`rename ${project.name}`, { ...project, name, note });
  }

  /** Removes a project; pieces that it had reserved are free again. */
  remove(project: Project): void {
    const shop = this.store.shop();
    this.store.change(`delete ${project.name}`, {
      ...shop,
      projects: shop.projects.filter((other) => other.id !== project.id),
      pieces: freed(shop.pieces, [project.id]),
    });
  }

  /** Any change of a project that leaves its parts as they are. */
  update(label: string, project: Project): void {
    this.store.updateProject(label, project);
  }

  setBrief(project: Project, brief: Brief): void {
    this.store.updateProject(`brief of ${project.name}`, { ...project, brief });
  }

  setWanted(project: Project, wanted: Wanted): void {
    this.store.updateProject(`${WANTED_NAMES[wanted]} for ${project.name}`, { ...project, wanted });
  }

  /** Fixes a place, or lets it go again. */
  toggleLock(project: Project, cut: PlannedCut): void {
    const locks = project.locks ?? [];
    const same = (other: PlannedCut): boolean =>
      other.pieceId === cut.pieceId &&
      other.partId === cut.partId &&
      other.unit === cut.unit &&
      other.x === cut.x &&
      other.y === cut.y;
    const left = locks.filter((other) => !same(other));
    const locked = left.length < locks.length;
    this.store.updateProject(locked ? 'let a place go' : 'fix a place', {
      ...project,
      locks: locked ? left : [...locks, cut],
    });
  }

  /** Keeps a piece out of this project's plans, or lets it back in; places fixed on it are let go. */
  toggleExcluded(project: Project, pieceId: string, tag: string): void {
    const excluded = project.excluded ?? [];
    const out = excluded.includes(pieceId);
    this.store.updateProject(out ? `let ${tag} back in` : `leave ${tag} out`, {
      ...project,
      excluded: out ? excluded.filter((id) => id !== pieceId) : [...excluded, pieceId],
      locks: (project.locks ?? []).filter((lock) => lock.pieceId !== pieceId),
    });
  }

  /** A cut laid elsewhere by hand: it is fixed there, and the plan at hand shows it so. */
  moveCut(project: Project, from: PlannedCut, to: PlannedCut): void {
    const { plan } = project;
    if (!plan) return;
    const cuts = plan.cuts.flatMap((cut) => {
      if (cut === from) return [to];
      // What was to be kept of either board is reckoned anew by the next match.
      return cut.partId === 'offcut' && (cut.pieceId === to.pieceId || cut.pieceId === from.pieceId)
        ? []
        : [cut];
    });
    const locks = (project.locks ?? []).filter(
      (lock) =>
        !(
          lock.partId === from.partId &&
          lock.unit === from.unit &&
          lock.pieceId === from.pieceId &&
          lock.x === from.x &&
          lock.y === from.y
        ),
    );
    this.store.updateProject('lay a part elsewhere', {
      ...project,
      plan: { ...plan, cuts },
      locks: [...locks, to],
    });
  }

  putBy(project: Project): void {
    const { plan } = project;
    if (plan) this.store.updateProject('put a plan by', { ...project, putBy: { ...plan, accepted: false } });
  }

  /** Exchanges the plan at hand and the one put by. */
  exchangePlans(project: Project): void {
    const { plan, putBy } = project;
    if (plan && putBy)
      this.store.updateProject('exchange the plans', {
        ...project,
        plan: putBy,
        putBy: { ...plan, accepted: false },
      });
  }

  dropPutBy(project: Project): void {
    const { putBy: _, ...rest } = project;
    this.store.updateProject('drop the plan put by', rest);
  }

  /** A way out of a shortage, with the plan that it was tried with: one step of undo. */
  applyWay(project: Project, way: WayOut, plan: ProjectPlan): void {
    const shop = this.store.shop();
    this.store.change(way.title, {
      ...shop,
      pieces: way.pieces,
      projects: shop.projects.map((other) => (other.id === project.id ? { ...way.project, plan } : other)),
    });
  }

  /** Parts reckoned from a design in place of those there are. */
  setDesign(project: Project, design: Design, sizes: Readonly<Record<string, number>>): void {
    const known = new Map(project.parts.map((part) => [part.name, part]));
    const parts = designParts(design, sizes).map((part): Part => {
      const old = known.get(part.name);
      return {
        ...part,
        id: old?.id ?? this.ids.next(),
        ...(old ? { species: old.species, grade: old.grade, allowances: old.allowances } : {}),
      };
    });
    this.setParts(`${design.name} to size`, { ...project, design: { id: design.id, sizes } }, parts);
  }

  createFrom(design: Design, sizes: Readonly<Record<string, number>>): string {
    const parts = designParts(design, sizes).map((part): Part => ({ ...part, id: this.ids.next() }));
    const project: Project = {
      id: this.ids.next(),
      name: design.name,
      note: '',
      kind: 'repurpose',
      parts,
      design: { id: design.id, sizes },
    };
    const shop = this.store.shop();
    this.store.change(`new project ${design.name}`, { ...shop, projects: [...shop.projects, project] });
    return project.id;
  }

  setBroken(project: Project, broken: BrokenPart): void {
    this.store.updateProject(`what is broken in ${project.name}`, { ...project, broken });
  }

  /** The part that mends, to be cut from the piece that is likest. */
  mendFrom(project: Project, part: Omit<Part, 'id'>, pieces: readonly Piece[], chosen: Piece): void {
    const others = pieces.filter((piece) => piece.id !== chosen.id).map(({ id }) => id);
    const { plan: _, ...rest } = project;
    this.store.updateProject(`mend with ${chosen.tag}`, {
      ...rest,
      parts: [{ ...part, id: this.ids.next() }],
      excluded: others,
      locks: [],
    });
  }

  addParts(project: Project, readings: readonly PartReading[]): void {
    const added: Part[] = [];
    for (const { part } of readings) {
      if (part) added.push({ ...part, id: this.ids.next(), allowances: DEFAULT_ALLOWANCES });
    }
    const label = added.length === 1 ? `add ${added[0]?.name ?? ''}` : `add ${added.length} parts`;
    this.setParts(label, project, [...project.parts, ...added]);
  }

  updatePart(project: Project, part: Part): void {
    const parts = project.parts.map((old) => (old.id === part.id ? part : old));
    this.setParts(`edit ${part.name}`, project, parts);
  }

  removePart(project: Project, part: Part): void {
    const parts = project.parts.filter((old) => old.id !== part.id);
    this.setParts(`delete ${part.name}`, project, parts);
  }

  /** Keeps a plan that was found, in place of the one before, unless what it lays out is gone by now. */
  keepPlan(project: Project, plan: ProjectPlan): void {
    const parts = new Set<string>(project.parts.map((part) => part.id));
    const stands = plan.cuts.every(
      (cut) => this.store.pieceById().has(cut.pieceId) && (cut.partId === 'offcut' || parts.has(cut.partId)),
    );
    if (!stands || project.plan?.accepted === true) return;
    this.store.updateProject(`plan for ${project.name}`, { ...project, plan });
  }

  /** Reserves the pieces of the project's plan. */
  accept(project: Project): void {
    const { plan } = project;
    if (!plan) return;
    const cut = new Set(plan.cuts.map((placed) => placed.pieceId));
    const shop = this.store.shop();
    this.store.change(`accept the plan for ${project.name}`, {
      ...shop,
      projects: shop.projects.map((other) =>
        other.id === project.id ? { ...project, plan: { ...plan, accepted: true } } : other,
      ),
      pieces: shop.pieces.map((piece) => (cut.has(piece.id) ? { ...piece, reservedFor: project.id } : piece)),
    });
  }

  release(project: Project): void {
    const { plan } = project;
    if (!plan) return;
    const shop = this.store.shop();
    this.store.change(`release the plan for ${project.name}`, {
      ...shop,
      projects: shop.projects.map((other) =>
        other.id === project.id ? { ...project, plan: { ...plan, accepted: false } } : other,
      ),
      pieces: freed(shop.pieces, [project.id]),
    });
  }

  /** A plan of parts that are gone would be a plan of nothing, so a change of parts drops it. */
  private setParts(label: string, project: Project, parts: readonly Part[]): void {
    const ids = new Set(parts.map((part) => part.id));
    const { plan, ...rest } = project;
    const stands = plan?.cuts.every((cut) => cut.partId === 'offcut' || ids.has(cut.partId));
    if (plan?.accepted === true && stands !== true) {
      const shop = this.store.shop();
      this.store.change(label, {
        ...shop,
        projects: shop.projects.map((other) => (other.id === project.id ? { ...rest, parts } : other)),
        pieces: freed(shop.pieces, [project.id]),
      });
      return;
    }
    this.store.updateProject(label, { ...rest, parts, ...(plan && stands === true ? { plan } : {}) });
  }
}
