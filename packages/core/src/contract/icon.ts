/** Signs by which kinds are told apart in lists and galleries. What each looks like is a matter of the interface. */
export type IconName =
  | 'box'
  | 'fill'
  | 'footage'
  | 'group'
  | 'image'
  | 'link'
  | 'pane'
  | 'pause'
  | 'play'
  | 'shapes'
  | 'skipBack'
  | 'skipForward'
  | 'sparkles'
  | 'stop'
  | 'sun'
  | 'text'
  | 'timer';
