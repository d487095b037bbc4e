#!/usr/bin/env node
import '../dist/bundle/parlour.js';
