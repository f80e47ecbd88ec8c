declare module 'signalsmith-stretch';
declare module 'signalsmith-stretch?url' {
  const url: string;
  export default url;
}
