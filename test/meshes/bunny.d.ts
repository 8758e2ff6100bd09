declare module 'bunny' {
  const bunny: { readonly positions: number[][]; readonly cells: number[][] };
  export default bunny;
}
