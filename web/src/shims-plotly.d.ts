declare module 'plotly.js-basic-dist-min';
