declare module 'wcag-contrast';
declare module 'linebreak';
