/** From documents to html. */
export * from './edition.js';
export { pointersOf, type Pointers } from './asked.js';
export { assemblePage, type AssembledPage, type Part } from './assemble.js';
export * from './places.js';
export { touchedPages, type TouchedPages } from './touched.js';
export { compileDocument, type ChunkClass, type CompiledAreas, type CompiledSection } from './compile.js';
export { composePage, type Composition, type Instance, type Piece } from './compose.js';
export * from './page.js';
export * from './files.js';
