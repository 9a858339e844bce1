import 'reflect-metadata';
