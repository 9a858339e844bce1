import { madeId } from './made-id';
import { withParts, type JobDocument, type Part } from './document';
import { ontoBareSheet } from './lay';
import type { JobShop } from './shop';
import { freshStep } from './starting-place';

/** Which step takes parts of a colour or layer; where there is none, one is made. */
export class StepsFor {
  private readonly byKey: Map<string, string>;
  private readonly taken: Part[] = [];
  private readonly ofFresh = new Map<string, string[]>();

  /**
   * @param document the job before the parts are taken
   * @param known the step of each key that has one
   * @param seed names what is made, the same on either side
   */
  constructor(
    private document: JobDocument,
    known: ReadonlyMap<string, string>,
    private readonly shop: JobShop,
    private readonly seed: string,
  ) {
    this.byKey = new Map(known);
  }

  /**
   * Puts a part into the step of its key.
   * @param isMarking it is drawn where the shop can draw, not cut
   * @param isPicture it is the frame of a picture as it is: nothing is done along it until the maker says what
   */
  take(part: Part, key: string, colour: string, { isMarking = false, isPicture = false } = {}): void {
    let stepId = this.byKey.get(key);
    if (!stepId) {
      stepId = madeId(`step ${key} ${this.document.steps.length}`, this.seed);
      this.byKey.set(key, stepId);
      this.ofFresh.set(stepId, []);
      this.document = {
        ...this.document,
        steps: [...this.document.steps, { ...freshStep(stepId, colour, this.shop, isMarking), isSkipped: isPicture }],
      };
    }
    this.ofFresh.get(stepId)?.push(part.id);
    this.taken.push({ ...part, role: 'process', stepId });
  }

  /** The job with the parts in their steps, and the new steps on sheets of which nothing is known. */
  done(): JobDocument {
    let next = withParts(this.document, this.taken);
    for (const [stepId, partIds] of this.ofFresh) next = ontoBareSheet(next, stepId, partIds);
    return next;
  }
}
