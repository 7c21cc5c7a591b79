export { add, sub, scale, along, dot, cross, norm, dist, unit, anySquare, squareTo, mirrorX } from './vec.js'
export type { Vec2, Vec3 } from './vec.js'
export { packCircles } from './packing.js'
export { convexHull, perimeter } from './hull.js'
export { bisect, integrate, logGamma, beta } from './solve.js'
export { remember } from './remember.js'
export { solveByColumns } from './columnGeneration.js'
export { solveInGroups } from './groupedColumns.js'
export type { GroupedBasis, GroupedColumn, GroupedProgram } from './groupedColumns.js'
export type { ColumnProgram, ColumnBasis, PricedColumn } from './columnGeneration.js'
export {
  checkMesh,
  corner,
  enclosingCircle,
  girth,
  isConvexMesh,
  massProperties,
  meshVolume,
  meshArea,
  movedMesh,
  planeAxes,
  sectionLoops,
  shadowHull,
  support as farthest,
  triangleNormal,
  triangleOf,
} from './mesh.js'
export type { MassProperties, Mesh, Plane } from './mesh.js'
export { indexMesh } from './nearestOnMesh.js'
export type { MeshIndex, SurfacePoint } from './nearestOnMesh.js'
export { drill } from './drill.js'
export { emptyCircle } from './emptyCircle.js'
export { BUNDLE_MOST, bundlePerimeter, packBundle, thickestFirst, throughOrder } from './bundle.js'
export type { BundleWire, PackedBundle } from './bundle.js'
