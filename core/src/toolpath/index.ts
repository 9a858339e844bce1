export { type Stroke, type StrokeRule } from './strokes';
export { orderContours, type Turn } from './order';
export { cutLength, planToolpath, travelLength, type Toolpath, type ToolpathRequest } from './plan';
