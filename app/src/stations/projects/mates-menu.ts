import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Project } from '@aldrek/core';
import { ProjectActions } from '../../state/project-actions';
import { ShopStore } from '../../state/shop.store';

/** Which other projects are matched at once with this one, sharing boards where that spends less. */
@Component({
  selector: 'al-mates-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <details>
      <summary class="btn small" [title]="about">
        {{ names() === '' ? 'by itself' : 'with ' + names() }}
      </summary>
      <div class="list" role="group" aria-label="Match together with">
        <p class="muted">{{ about }}</p>
        @for (option of options(); track option.project.id) {
          <label [class.muted]="option.accepted"
            ><input
              type="checkbox"
              [checked]="option.chosen"
              [disabled]="option.accepted"
              (change)="toggle(option.project)"
            />
            {{ option.project.name }}
            @if (option.accepted) {
              <small>accepted</small>
            }
          </label>
        } @empty {
          <p>There is no other project with parts.</p>
        }
      </div>
    </details>
  `,
  styles: `
    details {
      position: relative;
    }
    summary {
      max-width: 240px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      list-style: none;
    }
    summary::after {
      content: '▾';
      margin-left: 6px;
    }
    .list {
      position: absolute;
      top: calc(100% + 6px);
      left: 0;
      z-index: 5;
      width: min(300px, calc(100vw - 84px));
      box-sizing: border-box;
      max-height: 320px;
      overflow-y: auto;
      padding: 10px 12px;
      border: 1px solid var(--line);
      border-radius: 10px;
      background: var(--raised);
      box-shadow: 0 6px 24px rgb(0 0 0 / 0.18);
    }
    p {
      margin: 0 0 6px;
      font-size: 13px;
    }
    label {
      display: flex;
      align-items: center;
      gap: 10px;
      min-height: 44px;
    }
    input {
      width: 20px;
      height: 20px;
      accent-color: var(--blue);
    }
  `,
})
export class MatesMenu {
  readonly project = input.required<Project>();
  /** Of the projects that it is matched together with. */
  readonly names = input('');
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
