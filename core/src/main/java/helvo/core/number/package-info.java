/// Numbers, dates, durations and angles as people write and read them.
package helvo.core.number;
