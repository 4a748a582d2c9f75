import { Injectable, inject } from '@angular/core';
import {
  DEFAULT_ALLOWANCES,
  type Part,
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
