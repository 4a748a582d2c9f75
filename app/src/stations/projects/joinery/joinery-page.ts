import { ChangeDetectionStrategy, Component, effect, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatTab, MatTabContent, MatTabGroup } from '@angular/material/tabs';
import { RouterLink } from '@angular/router';
import { AssemblyTab } from './assembly-tab';
import { JoineryView } from './joinery-view';
import { JointsTab } from './joints-tab';
import { MovementTab } from './movement-tab';

/** How a project is joined, how it moves with the seasons, and in which order it goes together. */
@Component({
  selector: 'al-joinery-page',
  imports: [AssemblyTab, JointsTab, MatButton, MatTab, MatTabContent, MatTabGroup, MovementTab, RouterLink],
  providers: [JoineryView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'scrolls' },
  template: `
    @if (view.project(); as project) {
      <div class="page stack">
        <p class="no-print">
          <a [routerLink]="['/projects', project.id]">{{ project.name }}</a>
          @if (project.plan?.accepted) {
            · <a routerLink="/shop">Shop</a>
          }
        </p>
        <h1>Joints and assembly</h1>
        <mat-tab-group
          mat-stretch-tabs="false"
          animationDuration="0ms"
          aria-label="Joinery"
          [selectedIndex]="tab()"
          (selectedIndexChange)="tab.set($event)"
        >
          <mat-tab label="Joints">
            <ng-template matTabContent><al-joints-tab /></ng-template>
          </mat-tab>
          <mat-tab label="Movement">
            <ng-template matTabContent><al-movement-tab /></ng-template>
          </mat-tab>
          <mat-tab label="Assembly">
            <ng-template matTabContent><al-assembly-tab /></ng-template>
          </mat-tab>
        </mat-tab-group>
      </div>
    } @else {
      <div class="empty-station">
        <h1>There is no such project.</h1>
        <a matButton="filled" routerLink="/projects">To the projects</a>
      </div>
    }
  `,
  styles: `
    .page {
      padding: 12px 20px 32px;
    }
  `,
})
export class JoineryPage {
  readonly projectId = input.required<string>();
  protected readonly view = inject(JoineryView);
  protected readonly tab = signal(0);

  constructor() {
    effect(() => this.view.projectId.set(this.projectId()));
  }
}
