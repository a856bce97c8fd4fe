/// What all packages build on: progress and cancellation, checks of arguments, and text that is the same in every
/// language of a computer.
package helvo.core;
