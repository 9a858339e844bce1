export { liftedWhereOff, type Stroke, type StrokeRule } from './strokes';
export { CUT_ORDERS, orderContours, type CutOrder, type Turn } from './order';
export type { Outline } from './outline';
export { kerfOf, withKerf, type KerfReading } from './kerf';
export { proposedTabs, tabNear, withTabs, type Tab, type TabWish } from './tabs';
export { trailed } from './blade-trail';
export { cutLength, planToolpath, travelLength, type Toolpath, type ToolpathRequest } from './plan';
