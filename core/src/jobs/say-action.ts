import { operationOf } from '../makings';
import type { ChangeDrawing, ChangeStep, JobAction } from './action';

/** What an action is called where it can be taken back. */
export function sayAction(action: JobAction): string {
  switch (action.do) {
    case 'add-drawing':
      return 'bringing in a drawing';
    case 'take-reading':
      return 'reading a drawing again';
    case 'change-drawing':
      return sayDrawing(action);
    case 'scale-drawings':
      return 'a new size';
    case 'change-role':
      return 'what is processed';
    case 'move-to-step':
      return 'moving parts to a step';
    case 'split-step':
      return 'a new step';
    case 'take-apart':
      return 'taking apart';
    case 'put-together':
      return 'putting together';
    case 'draw-outline':
      return 'an outline';
    case 'make-part':
      return `making “${operationOf(action.by)?.label.toLowerCase() ?? action.by}”`;
    case 'change-making':
      return 'other measures';
    case 'align-parts':
      return 'laying parts to each other';
    case 'deboss-from-back':
      return 'debossing from the back';
    case 'print-parts':
      return action.prints.some(({ print }) => print) ? 'what is printed' : 'taking a print away';
    case 'make-rim':
      return 'a rim';
    case 'put-bridges':
      return 'bridges';
    case 'change-step':
      return sayStep(action);
    case 'nudge-parts':
      return 'moving parts';
    case 'move-in':
      return 'moving parts onto their sheet';
    case 'lay-parts':
      return 'where parts lie';
    case 'size-to-fit':
      return 'as large as fits';
    case 'place-on-carrier':
      return 'where pieces lie on the carrier';
    case 'photograph-sheet':
      return action.photo ? 'the photo under a sheet' : 'taking a photo away';
    case 'merge-steps':
      return 'merging steps';
    case 'group-steps':
      return `making steps by ${action.by}`;
    case 'order-steps':
      return 'putting steps in order';
  }
}

function sayDrawing({ widthMm, heightMm, isSizeLocked, readsReversed }: ChangeDrawing): string {
  if (widthMm !== undefined || heightMm !== undefined) return 'a new size';
  if (isSizeLocked !== undefined) return 'a lock';
  return readsReversed !== undefined ? 'which way it reads' : 'moving a drawing';
}

function sayStep({ nudge, isSkipped, materialId }: ChangeStep): string {
  if (nudge !== undefined) return 'nudging a step';
  if (isSkipped !== undefined) return isSkipped ? 'leaving a step out' : 'taking a step in again';
  return materialId ? 'choosing a material' : 'changing a step';
}

/** Actions after each other with the same word are taken back together, such as twenty nudges of one part; null for one by itself. */
export const groupOf = (action: JobAction): string | null =>
  action.do === 'nudge-parts'
    ? JSON.stringify(['nudge', action.stepId, [...action.partIds].sort(), action.alone ?? false])
    : action.do === 'change-making'
      ? JSON.stringify(['measures', action.partId])
      : action.do === 'print-parts'
        ? JSON.stringify(['print', action.prints.map(({ partId }) => partId).sort()])
        : null;
