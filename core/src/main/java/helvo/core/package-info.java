/// What all packages build on: progress and cancellation, checks of arguments, text that is the same in every
/// language of a computer, and work that is shared between processors.
package helvo.core;
