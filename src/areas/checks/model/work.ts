// Everything a check measures of a job's files before any rule is asked: what is kept of it carries the version of this.
export { checkingMesh } from './meshJob.ts';
export { lookingAtLayers } from './layersOfJob.ts';
