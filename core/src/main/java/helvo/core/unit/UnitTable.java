package helvo.core.unit;

import java.math.BigDecimal;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/// The symbols of units, and their words, with what they are in the Unified Code for Units of Measure (UCUM 2.2).
final class UnitTable {
    /// Symbols that take prefixes: as they are written, and their code where that differs.
    private static final String WITH_PREFIX = """
            Nm=N.m lux=lx m g s A K mol cd Hz N Pa J W V Wb T H lm lx Bq Gy Sv kat L l bar rad sr Ω=Ohm ohm=Ohm
            Ohm=Ohm Ohms=Ohm ohms=Ohm S F=F t=t cal=cal Wh=W.h Ah=A.h VA=V.A M=mol/L osm=osm Osm=osm Eq=eq eq=eq
            pc=pc B=By bit=bit byte=By G=G
            """;
    /// These are units with a prefix only: "C" alone may be °C.
    private static final String ONLY_WITH_PREFIX = "C";
    /// Those of which the catalogue has an older value than CODATA 2022 gives: the value, and its unit.
    private static final Map<String, Constant> CONSTANTS = Map.of(
            "eV", new Constant("1.602176634e-19", "J"),
            "Da", new Constant("1.66053906892e-27", "kg"),
            "u", new Constant("1.66053906892e-27", "kg"));
    /// Symbols and words that take none.
    private static final String WITHOUT_PREFIX = """
            %=% percent=% ‰=[ppth] ppm=[ppm] ppb=[ppb] °=deg deg=deg degree=deg degrees=deg °C=Cel celsius=Cel
            °F=[degF] fahrenheit=[degF] kelvin=K kelvins=K ′=' ″='' sec=s secs=s second=s seconds=s min=min
            mins=min minute=min minutes=min h=h hr=h hrs=h hour=h hours=h d=d day=d days=d wk=wk week=wk
            weeks=wk mo=mo month=mo months=mo a=a yr=a yrs=a year=a years=a in=[in_i] inch=[in_i] inches=[in_i]
            ft=[ft_i] foot=[ft_i] feet=[ft_i] yd=[yd_i] mi=[mi_i] mile=[mi_i] miles=[mi_i] lb=[lb_av]
            lbs=[lb_av] oz=[oz_av] floz=[foz_us] gal=[gal_us] ksi=1000.[psi] psi=[psi] lbf=[lbf_av] kgf=kgf
            mmHg=mm[Hg] cmHg=cm[Hg] inHg=[in_i'Hg] mmH2O=mm[H2O] cmH2O=cm[H2O] mH2O=m[H2O] inH2O=[in_i'H2O]
            atm=atm Torr=mm[Hg] torr=mm[Hg] rpm=/min RPM=/min cps=/s cpm=/min mph=[mi_i]/h kph=km/h kmh=km/h
            kn=[kn_i] ha=har Å=Ao cc=cm3 ccm=cm3 rev=1 liter=L litre=L liters=L litres=L meter=m metre=m
            meters=m metres=m gram=g grams=g newton=N newtons=N volt=V volts=V watt=W watts=W joule=J joules=J
            pascal=Pa molar=mol/L Btu=[Btu] BTU=[Btu] dyn=dyn erg=erg St=St P=P cP=cP cSt=cSt IU=[iU] U=U
            """;
    /// What is counted, or arbitrary, and stands for itself: nothing is converted into it but itself.
    private static final String COUNTED = """
            counts=count count=count cts=count AU=absorbance OD=absorbance abs=absorbance Abs=absorbance
            arb=arbitrary dB=decibel dBm=decibel-milliwatt dBA=decibel-A
            dBµV=decibel-microvolt pH=pH px=pixel pcs=piece cells=cell cell=cell CFU=colony cfu=colony €=euro
            EUR=euro $=dollar USD=dollar £=pound GBP=pound ¥=yen
            """;
    private static final String PREFIXES = "Y Z E P T G M k K=k h da d c m µ=u u n p f a";
    private static final Map<String, Integer> POWERS =
            Map.of("T", 12, "G", 9, "M", 6, "k", 3, "m", -3, "µ", -6, "u", -6, "n", -9);

    private static final Set<String> WITH_CAPITAL_KILO = Set.of("N", "g", "m", "Pa", "Hz", "W", "V", "J", "L", "B");
    private static final Map<String, UnitSpelling.Symbol> SYMBOLS = symbols();

    private UnitTable() {}

    private record Constant(String value, String unit) {
        UnitSpelling.Symbol symbol(String spelling, int prefix) {
            return new UnitSpelling.Symbol(spelling, unit, new BigDecimal(value).scaleByPowerOfTen(prefix), "");
        }
    }

    private static UnitSpelling.Symbol ofCode(String spelling, String code) {
        return new UnitSpelling.Symbol(spelling, code, BigDecimal.ONE, "");
    }

    static Optional<UnitSpelling.Symbol> symbol(String spelling) {
        return Optional.ofNullable(SYMBOLS.get(spelling));
    }

    private static Map<String, UnitSpelling.Symbol> symbols() {
        var all = new HashMap<String, UnitSpelling.Symbol>();
        Map<String, String> prefixes = pairs(PREFIXES);
        Set<String> taken = new HashSet<>(pairs(WITHOUT_PREFIX).keySet());
        taken.addAll(pairs(COUNTED).keySet());
        Stream.concat(pairs(WITH_PREFIX).entrySet().stream(), pairs(ONLY_WITH_PREFIX).entrySet().stream())
                .forEach(each -> prefixes.forEach((sign, prefix) -> {
                    String prefixed = sign + each.getKey();
                    if (!taken.contains(prefixed) && isPrefixed(sign, each.getKey())) {
                        all.putIfAbsent(prefixed, ofCode(prefixed, prefix + each.getValue()));
                    }
                }));
        // A symbol itself comes before a shorter one with a prefix: "min", "cd", "Pa".
        pairs(WITH_PREFIX).forEach((spelling, code) -> all.put(spelling, ofCode(spelling, code)));
        CONSTANTS.forEach((spelling, constant) -> {
            all.put(spelling, constant.symbol(spelling, 0));
            POWERS.forEach((sign, power) -> all.putIfAbsent(sign + spelling, constant.symbol(sign + spelling, power)));
        });
        pairs(WITHOUT_PREFIX).forEach((spelling, code) -> all.put(spelling, ofCode(spelling, code)));
        pairs(COUNTED)
                .forEach((spelling, counts) ->
                        all.put(spelling, new UnitSpelling.Symbol(spelling, "", BigDecimal.ONE, counts)));
        return Map.copyOf(all);
    }

    /// A capital K for kilo stands before units that nobody multiplies with kelvins; no solution is megamolar; a
    /// tonne has no parts: "ct" and "pt" are others.
    private static boolean isPrefixed(String sign, String spelling) {
        return spelling.equals("M")
                ? "mµunp".contains(sign)
                : spelling.equals("t")
                        ? "kMG".contains(sign)
                        : !sign.equals("K") || WITH_CAPITAL_KILO.contains(spelling);
    }

    private static Map<String, String> pairs(String list) {
        var pairs = new HashMap<String, String>();
        for (String each : list.strip().split("\\s+")) {
            int sign = each.indexOf('=', 1);
            pairs.put(sign < 0 ? each : each.substring(0, sign), sign < 0 ? each : each.substring(sign + 1));
        }
        return pairs;
    }
}
