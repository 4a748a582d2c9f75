/** What to beware of at a step, what to do, and who decides. It informs; manuals, labels and local rules come first. */
export interface StepCaution {
  readonly danger: string;
  readonly precaution: string;
  readonly whoDecides: string;
}
