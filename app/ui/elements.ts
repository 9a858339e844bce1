// What is used of React Native Elements, one by one: its index would bring all of it, with every set of icons it knows.
export { default as Button } from '@rneui/themed/dist/Button';
export { default as CheckBox } from '@rneui/themed/dist/CheckBox';
export { default as Input } from '@rneui/themed/dist/Input';
export { default as LinearProgress } from '@rneui/themed/dist/LinearProgress';
export { default as Overlay } from '@rneui/themed/dist/Overlay';
export { default as Slider } from '@rneui/themed/dist/Slider';
export { default as Switch } from '@rneui/themed/dist/Switch';
export { createTheme, ThemeProvider } from '@rneui/themed/dist/config';
