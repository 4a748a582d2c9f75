import { inject, Injectable, type OnDestroy } from '@angular/core';
import { MatchStore } from '../../planning/match.store';
import { Planning } from '../../planning/planning';
import { ProjectActions } from '../../shop-store/project-actions';
import { ShopStore } from '../../shop-store/shop.store';

/** The long search begins when the hand has rested for so long, ms. */
const REST_MS = 900;

/**
 * A plan changed by hand: the layout around what was moved follows at once from a quick refill, the long search begins
 * when the hand rests, and the next key ends it again.
 */
@Injectable()
export class ByHand implements OnDestroy {
  private readonly match = inject(MatchStore);
  private readonly planning = inject(Planning);
  private readonly actions = inject(ProjectActions);
  private readonly store = inject(ShopStore);
  private resting: ReturnType<typeof setTimeout> | undefined;
  private moves = 0;

  /** The hand is at work: a search that runs is of no use any more. */
  begin(): void {
    clearTimeout(this.resting);
    if (this.match.running()) this.match.abandon();
  }

  /** Something was moved: the rest follows. */
  moved(projectId: string): void {
    this.begin();
    const move = ++this.moves;
    this.planning.refill(projectId).then(
      (plans) => {
        // Overtaken by the next key: that one asks again.
        if (move === this.moves && plans) this.actions.keepPlans(plans, 'lay the rest around it');
      },
      // The search that follows lays it out in any case.
      () => undefined,
    );
    this.resting = setTimeout(() => {
      const project = this.store.projectById().get(projectId);
      if (project && project.plan?.accepted !== true && !this.match.running()) this.match.start(project);
    }, REST_MS);
  }

  ngOnDestroy(): void {
    clearTimeout(this.resting);
    this.moves++;
  }
}
