import { say } from '../words/people';

/** What a browser says that it is, in two words: its engine's family and the system that it runs on. */
export function agentWords(agent: string): string {
  const browser = /Firefox\//.test(agent)
    ? 'Firefox'
    : /Edg\//.test(agent)
      ? 'Edge'
      : /Chrom(e|ium)\//.test(agent)
        ? 'Chromium or Chrome'
        : /Safari\//.test(agent)
          ? 'Safari'
          : say('aBrowser');
  const system = /Android/.test(agent)
    ? 'Android'
    : /iPhone|iPad/.test(agent)
      ? 'iOS'
      : /Windows/.test(agent)
        ? 'Windows'
        : /Mac OS X/.test(agent)
          ? 'macOS'
          : /Linux/.test(agent)
            ? 'Linux'
            : null;
  return system ? say('on', { browser, system }) : browser;
}
