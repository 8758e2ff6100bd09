declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export { MaxRectsPacker } from 'maxrects-packer';
  export { Rectangle } from 'maxrects-packer/dist/geom/Rectangle';
}
