package helvo.core.unit;

import java.util.List;
import java.util.Optional;

/// Units that are offered for values in another one of their quantity.
public final class CommonUnits {
    private static final String SPELLINGS = """
            nm µm mm cm m km in ft yd mi mm² cm² m² km² ha in² ft² mm³ cm³ m³ µL mL L gal in³ ns µs ms s min h d wk a
            ng µg mg g kg t oz lb mN N kN MN lbf kgf Pa hPa kPa MPa GPa mbar bar psi ksi mmHg atm N/mm² mJ J kJ MJ cal
            kcal Wh kWh eV mW W kW MW °C °F K nM µM mM M mol/m³ nmol µmol mmol mol kmol µg/L mg/L g/L µg/mL mg/mL
            kg/m³ g/cm³ mm/s cm/s m/s km/h mph mm/min m/s² mL/min L/min L/h m³/h m³/s mHz Hz kHz MHz GHz rpm 1/s 1/min
            nA µA mA A µV mV V kV mΩ Ω kΩ MΩ pF nF µF mF F µC mC C Ah mT T G ° rad % ‰ ppm ppb N·mm N·m kN·m mPa·s
            Pa·s cP mm²/s cSt St g/mol kg/mol J/g kJ/kg J/mol kJ/mol kcal/mol W/(m·K) J/(kg·K) N/mm N/m kN/m mN/m lx
            lm cd Bq kBq MBq Gy mGy Sv mSv µSv counts/s counts/min
            """;
    private static final List<String> ALL = List.of(SPELLINGS.strip().split("\\s+"));

    private CommonUnits() {}

    /// Those into which values of a unit can be converted, but for the unit itself.
    ///
    /// @param spelling of the unit; what is not known is converted into none
    public static List<String> of(String spelling) {
        Optional<Unit> from = Unit.read(spelling);
        return from.isEmpty()
                ? List.of()
                : ALL.stream()
                        .filter(each -> Unit.read(each)
                                .flatMap(from.get()::to)
                                .filter(into -> !into.isIdentity())
                                .isPresent())
                        .toList();
    }
}
