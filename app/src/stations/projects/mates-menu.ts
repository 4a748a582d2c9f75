import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { mdiCheckboxBlankOutline, mdiCheckboxMarked } from '@mdi/js';
import type { Project } from '@aldrek/core/project';
import { Icon } from '../../ui/icon';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';

/** Which other projects are matched at once with this one, sharing boards where that spends less. */
@Component({
  selector: 'al-mates-menu',
  imports: [Icon, MatButton, MatTooltip, MatMenu, MatMenuItem, MatMenuTrigger],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" matButton="outlined" [matMenuTriggerFor]="mates" [matTooltip]="about">
      {{ names() === '' ? 'on its own' : 'together with ' + names() }} ▾
    </button>
    <mat-menu #mates="matMenu">
      <p class="muted" role="note">{{ about }}</p>
      @for (option of options(); track option.project.id) {
        <button
          mat-menu-item
          role="menuitemcheckbox"
          [attr.aria-checked]="option.chosen"
          [disabled]="option.accepted"
          (click)="toggle(option.project); $event.stopPropagation()"
        >
          <al-icon [path]="option.chosen ? checked : unchecked" />
          {{ option.project.name }}
          @if (option.accepted) {
            <small>accepted</small>
          }
        </button>
      } @empty {
        <p>There is no other project with parts.</p>
      }
    </mat-menu>
  `,
  styles: `
    p {
      padding: 6px 14px;
      max-width: 280px;
      font-size: var(--small);
    }
    al-icon {
      margin-inline-end: 10px;
    }
  `,
})
export class MatesMenu {
  readonly project = input.required<Project>();
  /** Of the projects that it is matched together with. */
  readonly names = input('');
  protected readonly checked = mdiCheckboxMarked;
  protected readonly unchecked = mdiCheckboxBlankOutline;
  private readonly store = inject(ShopStore);
  private readonly actions = inject(ProjectActions);

  protected readonly about =
    'Matched together, projects may share a board. To serve one before the other, accept its plan first.';
  protected readonly mates = computed(() => this.project().together ?? []);
  protected readonly options = computed(() =>
    this.store
      .projects()
      .filter((other) => other.id !== this.project().id && other.parts.length > 0)
      .map((project) => ({
        project,
        chosen: this.mates().includes(project.id),
        accepted: project.plan?.accepted === true,
      })),
  );

  /** A project brings its own mates along. */
  protected toggle(other: Project): void {
    const mates = this.mates();
    const next = mates.includes(other.id)
      ? mates.filter((id) => id !== other.id)
      : [...new Set([...mates, other.id, ...(other.together ?? [])])].filter(
          (id) => id !== this.project().id,
        );
    this.actions.setTogether(this.project(), next);
  }
}
