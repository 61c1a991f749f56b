/** How far a design's products have come: a chain of marks each, what it waits for, and where the design belongs on the shelf. */
export * from './chain';
export * from './group';
