export { liftedWhereOff, type Stroke, type StrokeRule } from './strokes';
export { orderContours, type Turn } from './order';
export { CUT_ORDERS, type CutOrder } from './cut-order';
export type { Outline } from './outline';
export { kerfOf, kerfProblem, withKerf, type KerfReading } from './kerf';
export { proposedTabs, tabNear, tabsApart, withTabs, type Tab, type TabWish } from './tabs';
export { trailed } from './blade-trail';
export { cutLength, edgeStrokes, planToolpath, travelLength, type Toolpath, type ToolpathRequest } from './plan';
