export { checkTarget, nutFactorOf, type CheckedTarget, type Target, type TargetVerdict } from './check-target'
export { propertyClass, PROPERTY_CLASSES, type PropertyClass } from './property-class'
export { threadSize, type ThreadSize } from './thread-size'
