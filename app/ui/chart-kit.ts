export { LineChart as default } from 'react-native-chart-kit';
