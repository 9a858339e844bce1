import 'reflect-metadata';
import { Easing } from 'react-native';

// Animations read their curve when they begin, from timers: by then a busy machine may have ended the test file.
Easing.ease(0.5);
