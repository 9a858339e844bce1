import type { JobAction } from './action';
import { changeJob } from './change-job';
import type { JobDocument } from './document';
import { ReadingShelf, readingsOf, type ReadingRef } from './reading-shelf';
import { seeDocument, type SeenDocument } from './seen';
import { ShapeMemo } from './shape-memo';
import { shapesOf } from './shapes';
import type { ShopFacts } from './shop';

/** Where documents are seen and changed, with the readings and shapes that are known from before; the same on either side. */
export class DocumentBench {
  readonly shelf = new ReadingShelf();
  private readonly memo = new ShapeMemo();

  /** The readings that have to be brought first: of a document, with those that an action brings. */
  missing(document: JobDocument, action: JobAction | null = null): ReadingRef[] {
    return readingsOf(document, action).filter((ref) => !this.shelf.has(ref));
  }

  /** The shapes of a document's parts, and what its drawings' readings say. What did not change is not evaluated again. */
  see(document: JobDocument): SeenDocument {
    const seen = seeDocument(document, this.shelf, this.memo);
    this.shelf.letGo(readingsOf(document));
    return seen;
  }

  /**
   * A document after an action.
   * @throws ActionRefusedError where it cannot be done
   */
  change(document: JobDocument, action: JobAction, shop: ShopFacts): JobDocument {
    try {
      return changeJob(document, action, {
        ...shop,
        reading: this.shelf.reading,
        shapes: (of) => shapesOf(of, this.shelf, this.memo),
      });
    } finally {
      this.shelf.letGo(readingsOf(document, action));
    }
  }
}
