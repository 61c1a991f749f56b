/** Brings what somebody was led to into sight, once what stands above it has had its first frame. */
export const ledTo = (section: HTMLElement | null): void =>
  void (section && requestAnimationFrame(() => section.scrollIntoView({ block: 'start' })));
