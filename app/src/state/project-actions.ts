import { Injectable, inject } from '@angular/core';
import {
  DEFAULT_ALLOWANCES,
  designParts,
  matesOf,
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
import { reservedByPlans, withMates } from './reservations';
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

  /** Removes a project; pieces that only it had reserved are free again. */
  remove(project: Project): void {
    const shop = this.store.shop();
    const projects = shop.projects
      .filter((other) => other.id !== project.id)
      .map((other) =>
        withMates(
          other,
          (other.together ?? []).filter((id) => id !== project.id),
        ),
      );
    this.store.change(`delete ${project.name}`, {
      ...shop,
      projects,
      pieces: reservedByPlans(shop.pieces, projects),
    });
  }

  /**
   * Matches a project from now on together with these, and with no others; each of them with all the rest. One
   * plan has one wish: the others take the project's.
   */
  setTogether(project: Project, ids: readonly string[]): void {
    const shop = this.store.shop();
    const all = shop.projects.flatMap(({ id }) => (id === project.id || ids.includes(id) ? [id] : []));
    const names = shop.projects.filter(({ id }) => ids.includes(id)).map(({ name }) => name);
    const label =
      names.length === 0
        ? `match ${project.name} by itself`
        : `match ${project.name} with ${names.join(', ')}`;
    this.store.change(label, {
      ...shop,
      projects: shop.projects.map((other) =>
        all.includes(other.id)
          ? withMates(withWanted(other, project.wanted), all)
          : withMates(
              other,
              (other.together ?? []).filter((id) => !all.includes(id)),
            ),
      ),
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
    this.updateMates(`${WANTED_NAMES[wanted]} for ${project.name}`, project, (mate) => ({ ...mate, wanted }));
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

  /** Plans made together are put by, exchanged and dropped together: mixed, they could want the same wood twice. */
  putBy(project: Project): void {
    this.updateMates('put a plan by', project, (mate) =>
      mate.plan ? { ...mate, putBy: { ...mate.plan, accepted: false } } : mate,
    );
  }

  /** Exchanges the plan at hand and the one put by. */
  exchangePlans(project: Project): void {
    this.updateMates('exchange the plans', project, (mate) =>
      mate.plan && mate.putBy
        ? { ...mate, plan: mate.putBy, putBy: { ...mate.plan, accepted: false } }
        : mate,
    );
  }

  dropPutBy(project: Project): void {
    this.updateMates('drop the plan put by', project, ({ putBy: _, ...rest }) => rest);
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
  applyWay(project: Project, way: WayOut, plans: ReadonlyMap<string, ProjectPlan>): void {
    const shop = this.store.shop();
    this.store.change(way.title, {
      ...shop,
      pieces: way.pieces,
      projects: shop.projects.map((other) => {
        const changed = other.id === project.id ? way.project : other;
        const plan = plans.get(other.id);
        return plan ? { ...changed, plan } : changed;
      }),
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

  /** Keeps plans that were found, in place of those before, unless what one lays out is gone by now. */
  keepPlans(plans: ReadonlyMap<string, ProjectPlan>): void {
    const shop = this.store.shop();
    const found = shop.projects.filter(({ id }) => plans.has(id));
    const stand =
      found.length === plans.size &&
      found.every((project) => {
        const parts = new Set<string>(project.parts.map((part) => part.id));
        const cuts = plans.get(project.id)?.cuts ?? [];
        return (
          project.plan?.accepted !== true &&
          cuts.every(
            (cut) =>
              this.store.pieceById().has(cut.pieceId) && (cut.partId === 'offcut' || parts.has(cut.partId)),
          )
        );
      });
    if (!stand) return;
    this.store.change(`plan for ${found.map(({ name }) => name).join(', ')}`, {
      ...shop,
      projects: shop.projects.map((project) => {
        const plan = plans.get(project.id);
        return plan ? { ...project, plan } : project;
      }),
    });
  }

  /** Reserves the pieces of the project's plan, and of the plans made together with it. */
  accept(project: Project): void {
    this.setAccepted(project, true);
  }

  release(project: Project): void {
    this.setAccepted(project, false);
  }

  private setAccepted(project: Project, accepted: boolean): void {
    if (!project.plan) return;
    const shop = this.store.shop();
    const mates = new Set(this.matesOf(project).map(({ id }) => id));
    const projects = shop.projects.map((other) =>
      mates.has(other.id) && other.plan ? { ...other, plan: { ...other.plan, accepted } } : other,
    );
    this.store.change(`${accepted ? 'accept' : 'release'} the plan for ${project.name}`, {
      ...shop,
      projects,
      pieces: reservedByPlans(shop.pieces, projects),
    });
  }

  private matesOf(project: Project): Project[] {
    return matesOf(project, this.store.projects());
  }

  /** A plan of parts that are gone would be a plan of nothing, so a change of parts drops it. */
  private setParts(label: string, project: Project, parts: readonly Part[]): void {
    const ids = new Set(parts.map((part) => part.id));
    const { plan, ...rest } = project;
    const stands = plan?.cuts.every((cut) => cut.partId === 'offcut' || ids.has(cut.partId));
    if (plan?.accepted === true && stands !== true) {
      const shop = this.store.shop();
      const projects = shop.projects.map((other) => (other.id === project.id ? { ...rest, parts } : other));
      this.store.change(label, { ...shop, projects, pieces: reservedByPlans(shop.pieces, projects) });
      return;
    }
    this.store.updateProject(label, { ...rest, parts, ...(plan && stands === true ? { plan } : {}) });
  }
}

function withWanted(project: Project, wanted: Wanted | undefined): Project {
  if (project.wanted === wanted) return project;
  const { wanted: _before, ...rest } = project;
  return wanted === undefined ? rest : { ...rest, wanted };
}
