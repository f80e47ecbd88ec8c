export const CHROMIUM: string;
export const launchOptions: { readonly executablePath: string; readonly args: string[] };
