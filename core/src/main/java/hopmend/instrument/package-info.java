/**
 * Instruments of hop 2: what a recording or several figures together tell of a sensor. An {@link
 * hopmend.instrument.Instrument} is set by a family sheet ({@link hopmend.instrument.Setting}) and
 * looks at what was {@link hopmend.instrument.Taken}; what it sees is a {@link
 * hopmend.instrument.Sight}, or it says why it can tell nothing.
 */
package hopmend.instrument;
