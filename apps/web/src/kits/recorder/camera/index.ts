export { type Area, AreaChoice, WHOLE } from './AreaChoice.tsx';
export { CameraOnPage } from './CameraOnPage.tsx';
export { CameraSetup } from './CameraSetup.tsx';
export { EmptierCorner } from './EmptierCorner.tsx';
export { Framings } from './Framings.tsx';
export { LiveVideo } from './LiveVideo.tsx';
export { type CameraControl, useCamera } from './useCamera.ts';
