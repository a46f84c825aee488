// What the compiler cannot know of the browser's scripts.

/** Alpine, as the pages load it. */
declare const Alpine: any;

/** Whatever is looked for on our pages is an HTML or SVG element, and a field if it is asked what it holds. */
interface Element {
  readonly dataset: DOMStringMap;
  style: CSSStyleDeclaration;
  hidden: any;
  value: any;
  content: any;
  selectionStart: any;
  selectionEnd: any;
  focus(options?: FocusOptions): void;
  setSelectionRange(from: number, to: number): void;
}

/** Events are listened to on such elements. */
interface EventTarget {
  readonly dataset: DOMStringMap;
  name: any;
  value: any;
  method: any;
}

interface Event {
  /** What our own events carry. */
  readonly detail: any;
  readonly submitter: any;
}

interface Navigator {
  /** https://wicg.github.io/netinfo/ */
  readonly connection?: { readonly saveData: boolean };
}

interface DisplayMediaStreamOptions {
  /** https://www.w3.org/TR/screen-capture/ */
  selfBrowserSurface?: string;
  surfaceSwitching?: string;
}
