export { PageFrame } from './page-frame.tsx';
export { EmptyPlace } from './empty-place.tsx';
export { PagePlaceProvider, type PageLink } from './page-place.ts';
