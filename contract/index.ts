/** The API as one declaration: routes, their shapes, the client that calls them and the description made of them. */
export { routes, type Routes } from './routes/index.js';
export {
  pathParams,
  type AnswerOf,
  type InputArgument,
  type InputOf,
  type BodyOf,
  type QueryOf,
  type Route,
} from './route.js';
export { createClient, type Client, type ClientOptions } from './client.js';
export { openapi } from './openapi.js';
export { fileLines } from './shapes/imports.js';
