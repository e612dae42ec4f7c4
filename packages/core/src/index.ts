export * from './units/index.ts';
export * from './specification/index.ts';
export * from './gauging/index.ts';
export * from './verdict/index.ts';
export * from './hours/index.ts';
export * from './due/index.ts';
