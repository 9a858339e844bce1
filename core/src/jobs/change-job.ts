import type { JobAction } from './action';
import { changeStep } from './change-step';
import type { JobDocument } from './document';
import { addDrawing, changeDrawing, takeReading } from './drawings';
import { scaleDrawings } from './scale-drawings';
import { changeRole, drawOutline, moveToStep, putBridges, putTogether, splitStep, takeApart } from './parts-actions';
import type { JobShop } from './shop';
import { alignParts } from './align-parts';
import { layParts } from './lay-parts';
import { makeRim } from './make-rim';
import { photographSheet } from './photograph-sheet';
import { placeOnCarrier } from './place-on-carrier';
import { printParts } from './print-parts';
import { debossFromBack } from './deboss-from-back';
import { changeMaking, makePart } from './make-part';
import { sizeToFit } from './size-to-fit';
import { groupSteps, mergeSteps, moveIn, nudgeParts, orderStepsByHand } from './steps-actions';

/** What is made by smaller actions has other ids than what these would make by themselves under the same name. */
const seedOf = ({ do: what, id }: JobAction): string => `${what} ${id}`;

/**
 * A job after an action, with all that follows from it. The same document, action and shop make the same document,
 * wherever it is computed; the one that is given is left as it is.
 * @throws ActionRefusedError where it cannot be done, with a sentence for the maker
 */
export function changeJob(document: JobDocument, action: JobAction, shop: JobShop): JobDocument {
  switch (action.do) {
    case 'add-drawing':
      return addDrawing(document, action, shop);
    case 'take-reading':
      return takeReading(document, action, shop);
    case 'change-drawing':
      return changeDrawing(document, action, shop);
    case 'scale-drawings':
      return scaleDrawings(document, action, shop);
    case 'change-role':
      return changeRole(document, action, shop, action.id);
    case 'move-to-step':
      return moveToStep(document, action, shop);
    case 'split-step':
      return splitStep(document, action, shop);
    case 'take-apart':
      return takeApart(document, action, shop);
    case 'put-together':
      return putTogether(document, action, shop, action.id);
    case 'draw-outline':
      return drawOutline(document, action, shop, action.id);
    case 'make-part':
      return makePart(document, action, shop, action.id);
    case 'change-making':
      return changeMaking(document, action, shop);
    case 'align-parts':
      return alignParts(document, action, shop, action.id);
    case 'deboss-from-back':
      return debossFromBack(document, action, shop, seedOf(action));
    case 'print-parts':
      return printParts(document, action, shop, action.id);
    case 'make-rim':
      return makeRim(document, action, shop, seedOf(action));
    case 'put-bridges':
      return putBridges(document, action, shop, action.id);
    case 'change-step':
      return changeStep(document, action, shop);
    case 'nudge-parts':
      return nudgeParts(document, action, shop);
    case 'move-in':
      return moveIn(document, action, shop);
    case 'lay-parts':
      return layParts(document, action, shop, action.id);
    case 'size-to-fit':
      return sizeToFit(document, action, shop, action.id);
    case 'place-on-carrier':
      return placeOnCarrier(document, action, shop);
    case 'photograph-sheet':
      return photographSheet(document, action);
    case 'merge-steps':
      return mergeSteps(document, action, shop);
    case 'group-steps':
      return groupSteps(document, action, shop, action.id);
    case 'order-steps':
      return orderStepsByHand(document, action);
  }
}
