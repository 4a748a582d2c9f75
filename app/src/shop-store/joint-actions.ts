import { inject, Injectable } from '@angular/core';
import { setParts, type Brief, type Project } from '@aldrek/core/project';
import { jointsLeft, usualJoints, withJoinery, type Joint, type Room } from '@aldrek/core/floor';
import { Ids } from './ids';
import { ShopStore } from './shop.store';

/** What can be done to the joints of a project: each one step of undo, with the lengths of its parts and its plan. */
@Injectable({ providedIn: 'root' })
export class JointActions {
  private readonly store = inject(ShopStore);
  private readonly ids = inject(Ids);

  add(project: Project, joint: Omit<Joint, 'id'>): string {
    const id = this.ids.next();
    this.put('add a joint', project, (joints) => [...joints, { ...joint, id }]);
    return id;
  }

  /** The joints that its parts usually get, beside those there are. */
  addUsual(project: Project): number {
    const known = new Set((this.now(project).joints ?? []).map(({ a, b, kind }) => `${a} ${b} ${kind}`));
    const usual = usualJoints(project.parts, project.design?.id).filter(
      ({ a, b, kind }) => !known.has(`${a} ${b} ${kind}`),
    );
    if (usual.length > 0)
      this.put(`the usual joints of ${project.name}`, project, (joints) => [
        ...joints,
        ...usual.map((joint): Joint => ({ ...joint, id: this.ids.next() })),
      ]);
    return usual.length;
  }

  update(label: string, project: Project, joint: Joint): void {
    this.put(label, project, (joints) => joints.map((one) => (one.id === joint.id ? joint : one)));
  }

  remove(project: Project, joint: Joint): void {
    this.put('delete a joint', project, (joints) => joints.filter(({ id }) => id !== joint.id));
  }

  /** The order in which it goes together; null: as it is worked out. */
  order(project: Project, order: readonly string[] | null): void {
    const { assembly: _before, ...rest } = this.now(project);
    this.store.updateProject(
      'another order of assembly',
      order === null ? rest : { ...rest, assembly: { order } },
    );
  }

  room(project: Project, room: Room): void {
    const now = this.now(project);
    const brief: Brief = { ...now.brief, room };
    this.store.updateProject(`where ${project.name} will stand`, { ...now, brief });
  }

  private now(project: Project): Project {
    return this.store.projectById().get(project.id) ?? project;
  }

  /** Parts become longer or shorter with their joints; a plan that is not accepted goes along with them. */
  private put(label: string, project: Project, change: (joints: readonly Joint[]) => readonly Joint[]): void {
    const now = this.now(project);
    const joints = jointsLeft({ parts: now.parts, joints: change(now.joints ?? []) });
    const parts = withJoinery(now.parts, joints);
    const { id, parts: before, ...more } = now;
    const same = parts.every(
      (part, i) => part.length === before[i]?.length && part.joineryMm === before[i].joineryMm,
    );
    const shop = this.store.shop();
    if (same) {
      this.store.updateProject(label, { ...now, joints });
      return;
    }
    const bench = setParts({ pieces: shop.pieces, projects: shop.projects }, id, parts, { ...more, joints });
    this.store.change(label, { ...shop, ...bench });
  }
}
