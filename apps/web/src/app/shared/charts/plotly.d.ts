/** The basic bundle; what is used of it is typed in plot.ts. */
declare module 'plotly.js-basic-dist-min';
